import { counted, decimal, list, pText } from '../format';
import { answeredSets, type AnsweredSet, type Reading, type Wanted } from '../answers';
import { mainItem } from '../bundle';
import { dots, legendOf, type Dot } from '../charts';
import { levelOfInteraction, levelOfPart, levelText, waysApart } from '../design';
import { lotsByPieces, zonesByPeople, zonesByPieces, type BlockRow, type Interaction, type NoTest } from '../inference';
import { PLANNED, plannedAnswer, unlessTooFew, type Conclusion, type SampleReader } from '../planned';
import { factOf, under, type SectionRecord } from '../presentation';
import { aboutBites, claimOf, ifAlike, type About, type VerdictKind } from '../verdict';

/** The answer of one zone, or of one lot, by itself; where methods are not shown to compare differently, a description. */
export interface PartAnswer {
  part: string;
  kind: VerdictKind;
  about: About;
  /** Method ids; none in a description. */
  leaders: string[];
  sentence: string;
  panelists: number;
  /** By method; null where nothing was said of it in this part. */
  means: (number | null)[];
}

/** The planned question, part by part: the best loin and the best belly may come from different methods. */
export interface PartsFinding {
  by: 'zone' | 'lot';
  /** Level of each part: all parts together err as rarely as the one planned test. */
  alpha: number;
  parts: PartAnswer[];
  /** Whether methods compare differently from part to part; one may be best in all of them all the same. */
  interaction: Interaction | NoTest;
  /** The level that it was tested at, and whether it is shown at that. */
  level: number;
  isShown: boolean;
  /** What that is about. */
  about: About;
  sentence: string;
  /** What the means of the parts are of; null where the test has no best, and there are none. */
  of: SampleReader['of'] | null;
}

/**
 * Each zone, and each lot, by the same test as the whole, and whether methods compare differently
 * from part to part: that has a test of its own. Where it shows nothing, parts are described and nothing is claimed of them.
 *
 * @param whole what all parts together show
 * @param isWanted which sets count; default all
 * @returns one for zones and one for lots, where there are at least two of them
 */
export function byPart(
  reading: Reading,
  whole: Pick<Conclusion, 'kind' | 'about'>,
  isWanted: Wanted = () => true,
): PartsFinding[] {
  const { tasting, plan } = reading.bundle;
  if (!plan) return [];
  const ways = waysApart(tasting);
  return ways.map(({ by, parts }) => {
    const alpha = levelOfPart(reading.alpha, parts.length);
    const tested = interactionOf(reading, { by, isWanted, whole, ways: ways.length });
    const samples = PLANNED[tasting.test].samples;
    const isDescribed = samples !== null && !tested.isShown;
    const answers = parts.map(({ id, name }) => {
      const own: Wanted = (set) => isOf(by, id)(set) && isWanted(set);
      const rows = samples ? rowsIn(reading, answeredSets(reading, own).sets) : [];
      const means = samples ? meansOf(rows, tasting.methods.length) : [];
      const answer = isDescribed
        ? { ...described(rows, means, reading, samples.of), about: tested.about }
        : answerOf(reading, own, alpha);
      return { part: name, ...answer, means };
    });
    const sentence = sentenceOf(reading, answers, { by, ...tested });
    return { by, alpha, parts: answers, ...tested, sentence, of: samples?.of ?? null };
  });
}

/** Named in a description, best first. */
const MOST_DESCRIBED = 4;

/** What was said of the methods in one part, in figures, which claims nothing. */
function described(
  rows: readonly BlockRow[],
  means: readonly (number | null)[],
  { bundle: { tasting } }: Reading,
  of: SampleReader['of'],
): Omit<PartAnswer, 'part' | 'means' | 'about'> {
  const panelists = new Set(rows.map(({ panelist }) => panelist)).size;
  const known = means
    .flatMap((mean, method) => (mean === null ? [] : [{ mean, name: tasting.methods[method].name }]))
    .sort((one, other) => (of === 'scores' ? other.mean - one.mean : one.mean - other.mean));
  const named = known.slice(0, MOST_DESCRIBED).map(({ mean, name }) => `${name} ${decimal(mean, 2)}`);
  const rest = known.length - named.length;
  const sentence = `${NOUNS[of]}: ${named.join(', ')}${rest > 0 ? ` and ${rest} more` : ''}.`;
  const nothing: Conclusion & { sentence: string } = { kind: 'no-answer', about: 'pieces', leaders: [], sentence };
  const said = unlessTooFew(nothing, panelists);
  return { kind: said.kind, leaders: [], sentence: said.sentence, panelists };
}

const NOUNS = { ranks: 'Mean ranks', scores: 'Mean scores', places: 'Mean places' };

/** Sets read sample by sample; nothing where the test has no best. */
function rowsIn({ bundle: { tasting } }: Reading, sets: readonly AnsweredSet[]): BlockRow[] {
  return PLANNED[tasting.test].samples?.rows(sets, mainItem(tasting)?.id ?? '') ?? [];
}

const isOf =
  (by: 'zone' | 'lot', id: string): Wanted =>
  ({ zone, samples }) =>
    by === 'zone' ? zone === id : samples.every(({ lot }) => lot === id);

function answerOf(reading: Reading, isWanted: Wanted, alpha: number): Omit<PartAnswer, 'part' | 'means'> {
  const { methods } = reading.bundle.tasting;
  const { kind, about, leaders, sentence, people } = plannedAnswer(reading, { isWanted, alpha });
  return { kind, about, leaders: leaders.map((method) => methods[method].id), sentence, panelists: people.length };
}

interface Asked {
  by: 'zone' | 'lot';
  isWanted: Wanted;
  whole: Pick<Conclusion, 'kind' | 'about'>;
  ways: number;
}

type Tested = Pick<PartsFinding, 'interaction' | 'about' | 'level' | 'isShown'>;

function interactionOf(reading: Reading, { by, isWanted, whole, ways }: Asked): Tested {
  const { alpha, key, bundle } = reading;
  const { tasting, plan } = bundle;
  const claim = claimOf(plan, tasting);
  const isFound = whole.kind !== 'no-answer' && whole.kind !== 'cannot-say';
  const tested = (interaction: Interaction | NoTest, about: About): Tested => {
    const isWholeShown = isFound && (about === 'pieces' || whole.about === 'methods');
    const level = levelOfInteraction(alpha, { isWholeShown, ways });
    const isShown = interaction.test !== null && whole.kind !== 'cannot-say' && interaction.p <= level;
    return { interaction, about, level, isShown };
  };
  const bites = aboutBites(claim);
  if (!PLANNED[tasting.test].samples) return tested({ test: null, reason: NOT_OF_THIS_TEST }, bites);
  const options = { methods: tasting.methods.length, alpha, seed: key.seed };
  const sets = reading.sets.filter(isWanted);
  if (by === 'lot') {
    const lots = new Map(sets.flatMap(({ samples }) => samples.map(({ block, lot }) => [block, lot] as const)));
    return tested(
      lotsByPieces(rowsIn(reading, sets), (block) => lots.get(block) ?? null, options),
      'methods',
    );
  }
  const zones = tasting.zones.map(({ id }) => rowsIn(reading, sets.filter(isOf('zone', id))));
  const ofBites = tested(zonesByPeople(zones, options), bites);
  if (!claim.ofMethods) return ofBites;
  const ofMethods = tested(zonesByPieces(zones, options), 'methods');
  // As in the planned answer: what is shown of the methods, else what holds of these pieces alone.
  return ofMethods.isShown || !ofBites.isShown ? ofMethods : ofBites;
}

const NOT_OF_THIS_TEST =
  'Whether methods compare differently from part to part is tested of rankings, scores and choices of the best.';

function meansOf(rows: readonly BlockRow[], methods: number): (number | null)[] {
  return Array.from({ length: methods }, (_, method) => {
    let [sum, people] = [0, 0];
    for (const { samples, values, weight } of rows) {
      const at = samples.indexOf(method);
      if (at < 0) continue;
      sum += weight * values[at];
      people += weight;
    }
    return people > 0 ? sum / people : null;
  });
}

/** Whether methods compare differently, in one sentence; that the best are different ones takes a winner in each part. */
function sentenceOf(
  { bundle: { plan, tasting } }: Reading,
  parts: readonly PartAnswer[],
  { by, interaction, about, isShown }: Pick<PartsFinding, 'by' | 'interaction' | 'about' | 'isShown'>,
): string {
  if (interaction.test === null) return interaction.reason;
  if (!isShown) return `That methods compare differently from ${by} to ${by} has not been shown.`;
  const nameOf = (id: string): string => tasting.methods.find((method) => method.id === id)?.name ?? id;
  const winners = parts.flatMap(({ part, kind, leaders, about: of }) =>
    kind === 'winner' && (of === 'methods' || about === 'pieces') ? [{ part, name: nameOf(leaders[0]) }] : [],
  );
  const isApart = winners.length > 1 && new Set(winners.map(({ name }) => name)).size === winners.length;
  const said = isApart
    ? `The best ${list(winners.map(({ part }) => part))} are different methods: ${winners.map(({ part, name }) => `${part} ${name}`).join(', ')}.`
    : `Methods compare differently from ${by} to ${by}.`;
  if (claimOf(plan, tasting).alike) return ifAlike(said);
  return about === 'pieces' ? `Of these pieces: ${said.charAt(0).toLowerCase()}${said.slice(1)}` : said;
}

/** A line for each part, and whether methods compare differently in them. */
export const partLines = (finding: PartsFinding): string[] => [
  ...finding.parts.map(
    ({ part, sentence: own, panelists }) => `${part} by itself: ${own} (${counted(panelists, 'panelist')})`,
  ),
  [finding.sentence, ...levelLines(finding)].join(' '),
];

/** How it was tested, and how far the sentences on the parts go. */
export const levelLines = ({ by, interaction, alpha, level, isShown, of }: PartsFinding): string[] => [
  ...(interaction.test === null ? [] : [`Tested at level ${levelText(level)}: ${interactionText(interaction)}.`]),
  of !== null && !isShown
    ? `So what stands beside each ${by} describes it, and claims nothing.`
    : `Each ${by} at level ${levelText(alpha)}, so that all ${by}s together err as rarely as one test.`,
];

const BY: Readonly<Record<Interaction['by'], string>> = {
  relabelling: 'by re-assignment within blocks',
  F: 'by F',
  friedman: 'by Friedman',
};

/** A test of the interaction in figures. */
export const interactionText = ({ p, unit, by, units }: Interaction): string =>
  `p ${pText(p)} ${BY[by]}; ${units} ${unit === 'pieces' ? 'blocks of pieces' : 'people'}`;

export const partsSection: SectionRecord<PartsFinding[]> = {
  why: {
    how: 'The planned test on the samples of one zone, or of one lot, alone, its level divided by the number of parts. Whether methods compare differently from zone to zone: what was said of a method in one zone less in the other, block by block, tested as methods are; of these pieces, person by person by ranks. From lot to lot: F of method by lot against what blocks of one lot differ by. It is tested at the level of the plan where the whole shows a difference, else at a tenth of it (a fallback procedure); where it shows nothing, parts are described and nothing is claimed of them.',
    source:
      'Cochran & Cox, Experimental Designs, chapters 4 and 7; Edgington & Onghena, Randomization Tests, chapter 6; Holm 1979; Bonferroni; Wiens 2003, Pharmaceutical Statistics 2',
  },
  lines: (all, _, status) => all.flatMap((one) => under(`By ${one.by}, ${status}:`, partLines(one))),
  blocks: (all) => all.map((one) => factOf(`By ${one.by}`, partLines(one))),
  charts: (all, told, status) =>
    all.flatMap(({ by, parts, of, sentence }) =>
      of === null
        ? []
        : dots({
            ...{ id: `by-${by}`, title: sentence, status, unit: UNITS[of] },
            rows: parts.map(({ part, means }) => ({
              name: part,
              dots: means.flatMap((at, place): Dot[] => (at === null ? [] : [{ place, at, interval: null }])),
              note: '',
            })),
            legend: legendOf(told),
          }),
    ),
};

const UNITS = { ranks: 'mean rank, lower is better', scores: 'mean score', places: 'mean place, lower is better' };
