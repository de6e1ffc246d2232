import { mainItem, type Key, type TastingBundle } from '../bundle';
import { levelOfPart, levelText, waysApart } from '../design';
import { lotsByPieces, zonesByPeople, zonesByPieces, type BlockRow, type Interaction, type NoTest } from '../inference';
import { aboutBites, claimOf, pText } from './claim';
import {
  heardSets,
  plannedAnswer,
  rowsOfChoices,
  rowsOfPlaces,
  rowsOfScores,
  type HeardSet,
  type Wanted,
} from './planned';
import { isRankedByAll, readPreferences } from './preferences';
import { rankedAnswer, rankedRules } from './ranked';
import type { About, VerdictKind } from './verdict';
import { counted, ifAlike, list } from './wording';

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
  of: 'ranks' | 'scores' | 'places' | null;
}

/**
 * Each zone, and each lot, by the same test as the whole, and whether methods compare differently
 * from part to part: that has a test of its own, at the level of the plan.
 *
 * @returns one for zones and one for lots, where there are at least two of them
 */
export function byPart(bundle: TastingBundle, key: Key): PartsFinding[] {
  if (!bundle.plan) return [];
  return waysApart(bundle.tasting).flatMap(({ by, parts }) => {
    const alpha = levelOfPart(bundle.plan?.alpha ?? bundle.tasting.alpha, parts.length);
    const reader = readerOf(bundle);
    const answers = parts.map(({ id, name }) => ({
      ...{ part: name, ...answerOf(bundle, key, { by, id, alpha }) },
      means: reader
        ? meansOf(reader.rows(heardSets(bundle, key, isOf(by, id)).sets), bundle.tasting.methods.length)
        : [],
    }));
    const tested = interactionOf(bundle, key, by);
    const sentence = sentenceOf(bundle, answers, { by, ...tested });
    return [{ by, alpha, parts: answers, ...tested, sentence, of: reader?.of ?? null }];
  });
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

function answerOf(bundle: TastingBundle, key: Key, { by, id, alpha }: Asked): Omit<PartAnswer, 'part' | 'means'> {
  const { methods } = bundle.tasting;
  const isWanted = isOf(by, id);
  const { kind, about, leaders, sentence, panelists } = isRankedByAll(bundle)
    ? ofRankings(bundle, key, { isWanted, alpha })
    : plannedAnswer(bundle, key, { isWanted, alpha });
  return { kind, about, leaders: leaders.map((method) => methods[method].id), sentence, panelists };
}

function ofRankings(bundle: TastingBundle, key: Key, { isWanted, alpha }: { isWanted: Wanted; alpha: number }) {
  const { panelists } = readPreferences(bundle, key, isWanted);
  return { ...rankedAnswer(panelists, { ...rankedRules(bundle, key), alpha }), panelists: panelists.length };
}

function interactionOf(
  bundle: TastingBundle,
  key: Key,
  by: 'zone' | 'lot',
): { interaction: Interaction | NoTest; about: About } {
  const { tasting, plan } = bundle;
  const claim = claimOf(plan, tasting);
  const rowsOf = readerOf(bundle)?.rows;
  const nothing = { about: aboutBites(claim) };
  if (!rowsOf) return { ...nothing, interaction: { test: null, reason: NOT_OF_THIS_TEST } };
  const { sets } = heardSets(bundle, key);
  const options = { methods: tasting.methods.length, alpha: plan?.alpha ?? tasting.alpha, seed: key.seed };
  if (by === 'lot') {
    const lots = new Map(sets.flatMap(({ samples }) => samples.map(({ block, lot }) => [block, lot] as const)));
    const interaction = lotsByPieces(rowsOf(sets), (block) => lots.get(block) ?? null, options);
    return { interaction, about: 'methods' };
  }
  const zones = tasting.zones.map(({ id }) => rowsOf(sets.filter(isOf('zone', id))));
  const ofBites = zonesByPeople(zones, options);
  const ofMethods = claim.ofMethods ? zonesByPieces(zones, options) : ofBites;
  const isShown = ({ test, p }: { test: string | null; p?: number }): boolean =>
    test !== null && (p ?? 1) <= options.alpha;
  // As in the planned answer: what is shown of the methods, else what holds of these pieces alone.
  return claim.ofMethods && (isShown(ofMethods) || !isShown(ofBites))
    ? { interaction: ofMethods, about: 'methods' }
    : { ...nothing, interaction: ofBites };
}

const NOT_OF_THIS_TEST =
  'Whether methods compare differently from part to part is tested of rankings, scores and choices of the best.';

/** How the planned question of a tasting is read sample by sample; null where it has no best. */
function readerOf({
  tasting,
}: TastingBundle): { of: PartsFinding['of']; rows: (sets: readonly HeardSet[]) => BlockRow[] } | null {
  const item = mainItem(tasting)?.id ?? '';
  switch (tasting.test) {
    case 'ranking':
      return { of: 'ranks', rows: (sets) => rowsOfPlaces(sets, item) };
    case 'best-worst':
      return { of: 'places', rows: (sets) => rowsOfChoices(sets, item) };
    case 'liking':
    case 'non-inferiority':
    case 'equivalence':
      return { of: 'scores', rows: (sets) => rowsOfScores(sets, item) };
    default:
      return null;
  }
}

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
  { plan, tasting }: TastingBundle,
  parts: readonly PartAnswer[],
  { by, interaction, about }: Pick<PartsFinding, 'by' | 'interaction' | 'about'>,
): string {
  if (interaction.test === null) return interaction.reason;
  const alpha = plan?.alpha ?? tasting.alpha;
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
