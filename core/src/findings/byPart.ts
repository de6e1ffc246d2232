import { counted, list, pText } from '../format';
import { answeredSets, type AnsweredSet, type Reading, type Wanted } from '../answers';
import { mainItem } from '../bundle';
import { dots, legendOf, type Dot } from '../charts';
import { levelOfPart, levelText, waysApart } from '../design';
import { lotsByPieces, zonesByPeople, zonesByPieces, type BlockRow, type Interaction, type NoTest } from '../inference';
import { PLANNED, plannedAnswer, type SampleReader } from '../planned';
import { factOf, under, type SectionRecord } from '../presentation';
import { aboutBites, claimOf, ifAlike, type About, type VerdictKind } from '../verdict';

/** The answer of one zone, or of one lot, by itself. */
export interface PartAnswer {
  part: string;
  kind: VerdictKind;
  about: About;
  /** Method ids. */
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
  /** What that is about. */
  about: About;
  sentence: string;
  /** What the means of the parts are of; null where the test has no best, and there are none. */
  of: SampleReader['of'] | null;
}

/**
 * Each zone, and each lot, by the same test as the whole, and whether methods compare differently
 * from part to part: that has a test of its own, at the level of the plan.
 *
 * @returns one for zones and one for lots, where there are at least two of them
 */
export function byPart(reading: Reading): PartsFinding[] {
  const { tasting, plan } = reading.bundle;
  if (!plan) return [];
  return waysApart(tasting).flatMap(({ by, parts }) => {
    const alpha = levelOfPart(reading.alpha, parts.length);
    const samples = PLANNED[tasting.test].samples;
    const answers = parts.map(({ id, name }) => ({
      ...{ part: name, ...answerOf(reading, { by, id, alpha }) },
      means: samples ? meansOf(rowsIn(reading, answeredSets(reading, isOf(by, id)).sets), tasting.methods.length) : [],
    }));
    const tested = interactionOf(reading, by);
    const sentence = sentenceOf(reading, answers, { by, ...tested });
    return [{ by, alpha, parts: answers, ...tested, sentence, of: samples?.of ?? null }];
  });
}

/** Sets read sample by sample; nothing where the test has no best. */
function rowsIn({ bundle: { tasting } }: Reading, sets: readonly AnsweredSet[]): BlockRow[] {
  return PLANNED[tasting.test].samples?.rows(sets, mainItem(tasting)?.id ?? '') ?? [];
}

interface Asked {
  by: 'zone' | 'lot';
  id: string;
  alpha: number;
}

const isOf =
  (by: 'zone' | 'lot', id: string): Wanted =>
  ({ zone, samples }) =>
    by === 'zone' ? zone === id : samples.every(({ lot }) => lot === id);

function answerOf(reading: Reading, { by, id, alpha }: Asked): Omit<PartAnswer, 'part' | 'means'> {
  const { methods } = reading.bundle.tasting;
  const { kind, about, leaders, sentence, people } = plannedAnswer(reading, { isWanted: isOf(by, id), alpha });
  return { kind, about, leaders: leaders.map((method) => methods[method].id), sentence, panelists: people.length };
}

function interactionOf(reading: Reading, by: 'zone' | 'lot'): { interaction: Interaction | NoTest; about: About } {
  const { sets, alpha, key } = reading;
  const { tasting, plan } = reading.bundle;
  const claim = claimOf(plan, tasting);
  const nothing = { about: aboutBites(claim) };
  if (!PLANNED[tasting.test].samples) return { ...nothing, interaction: { test: null, reason: NOT_OF_THIS_TEST } };
  const options = { methods: tasting.methods.length, alpha, seed: key.seed };
  if (by === 'lot') {
    const lots = new Map(sets.flatMap(({ samples }) => samples.map(({ block, lot }) => [block, lot] as const)));
    const interaction = lotsByPieces(rowsIn(reading, sets), (block) => lots.get(block) ?? null, options);
    return { interaction, about: 'methods' };
  }
  const zones = tasting.zones.map(({ id }) => rowsIn(reading, sets.filter(isOf('zone', id))));
  const ofBites = zonesByPeople(zones, options);
  const ofMethods = claim.ofMethods ? zonesByPieces(zones, options) : ofBites;
  const isShown = ({ test, p }: { test: string | null; p?: number }): boolean => test !== null && (p ?? 1) <= alpha;
  // As in the planned answer: what is shown of the methods, else what holds of these pieces alone.
  return claim.ofMethods && (isShown(ofMethods) || !isShown(ofBites))
    ? { interaction: ofMethods, about: 'methods' }
    : { ...nothing, interaction: ofBites };
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
  { bundle: { plan, tasting }, alpha }: Reading,
  parts: readonly PartAnswer[],
  { by, interaction, about }: Pick<PartsFinding, 'by' | 'interaction' | 'about'>,
): string {
  if (interaction.test === null) return interaction.reason;
  if (interaction.p > alpha) return `That methods compare differently from ${by} to ${by} has not been shown.`;
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
export const partLines = ({ parts, sentence, interaction, alpha }: PartsFinding): string[] => [
  ...parts.map(({ part, sentence: own, panelists }) => `${part} by itself: ${own} (${counted(panelists, 'panelist')})`),
  `${sentence}${interaction.test === null ? '' : ` ${interactionText(interaction)}`}`,
  `Each part at ${levelText(alpha)}, so that all parts together err as rarely as one test.`,
];

const BY: Readonly<Record<Interaction['by'], string>> = {
  relabelling: 'by re-assignment within blocks',
  F: 'by F',
  friedman: 'by Friedman',
};

/** A test of the interaction in figures. */
export const interactionText = ({ p, unit, by, units }: Interaction): string =>
  `(p ${pText(p)} ${BY[by]}; ${units} ${unit === 'pieces' ? 'blocks of pieces' : 'people'})`;

export const partsSection: SectionRecord<PartsFinding[]> = {
  why: {
    how: 'The planned test on the samples of one zone, or of one lot, alone, its level divided by the number of parts. Whether methods compare differently from zone to zone: what was said of a method in one zone less in the other, block by block, tested as methods are; of these pieces, person by person by ranks. From lot to lot: F of method by lot against what blocks of one lot differ by.',
    source:
      'Cochran & Cox, Experimental Designs, chapters 4 and 7; Edgington & Onghena, Randomization Tests, chapter 6; Holm 1979; Bonferroni',
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
