import { mainItem, ranksByCode, type TastingBundle } from '../bundle';
import { isComplete } from '../design';
import { midRanks } from '../inference';
import type { LeftOut } from './leftOut';
import { blockOf, scoreOf, setAnswer, type AnsweredSet } from './answeredSets';
import type { Reading } from './reading';

/** One panelist's answers by method, once the key is known. */
export interface PanelistPreferences {
  /** Of the panelist. */
  id: string;
  seat: number;
  blind: boolean;
  /** Mid-rank per method, in the order of the tasting's methods; 1 = most liked. */
  ranks: number[];
  /** Every ranking as it was given, with the block of pieces that it was eaten from. */
  rankings: { block: number; ranks: number[] }[];
  /** Liking score per method, same order; null where none was given or asked. */
  liking: (number | null)[];
  /** Method ids in the order they were served. */
  served: string[];
  comment: string;
}

/** Whether everyone ranks all methods, so that the plan is read by rank sums. */
export const isRankedByAll = ({ tasting, plan }: Pick<TastingBundle, 'tasting' | 'plan'>): boolean =>
  plan !== null &&
  plan.analysis !== 'skillings-mack-then-strengths' &&
  tasting.test === 'ranking' &&
  isComplete(tasting);

/**
 * Reads the ballots of a complete ranking by method. A panelist counts when all that was
 * served was handed in; nothing is filled in for those who did not.
 *
 * Where a panelist ranked all methods several times (replicates, sittings, zones), the ranks
 * are averaged and ranked again, so that everyone counts once; liking is averaged likewise.
 */
export function readPreferences(reading: Pick<Reading, 'bundle' | 'sets' | 'leftOut' | 'ledger'>): {
  panelists: PanelistPreferences[];
  leftOut: LeftOut[];
} {
  const { sets, bundle, ledger } = reading;
  const { tasting } = bundle;
  const leftOut = reading.leftOut.map((one) => ({ ...one }));
  const out = new Set(leftOut.map(({ panelist }) => panelist));
  const ranked = mainItem(tasting)?.id ?? '';
  const liked = tasting.ballot.items.find((item) => item.kind === 'liking')?.id ?? '';
  const notBlind = new Set(ledger.notBlind.map(({ panelist }) => panelist));
  const panelists = tasting.panel.flatMap(({ id, seat }): PanelistPreferences[] => {
    const all = sets.filter((set) => set.panelist === id);
    if (all.length === 0) return [];
    const leave = (why: string): [] => {
      leaveOut(leftOut, all, { seat, why });
      return [];
    };
    if (out.has(id)) return leave('did not answer all that was served');
    // What is read by ranks over all methods is not read from a ranking of some of them.
    const own = all.filter((set) => isWhole(set, tasting.methods.length) && setAnswer(set, ranked, 'ranking'));
    if (own.length === 0) return leave('did not eat and rank every method');
    const rankings = own.flatMap((set) =>
      ranksOf(set, ranked, tasting.methods.length).map((ranks) => ({ block: blockOf(set), ranks })),
    );
    const rows = rankings.map((ranking) => ranking.ranks);
    const ranks = rows.length === 1 ? rows[0] : midRanks(columnMeans(rows) as number[]);
    const scores = own.map((set) => scoresOf(set, liked, tasting.methods.length));
    return [
      {
        ...{ id, seat, blind: !notBlind.has(id), ranks, rankings },
        liking: columnMeans(scores),
        served: own[0].samples.map(({ method }) => tasting.methods[method].id),
        comment: commentOf(own[0]),
      },
    ];
  });
  return { panelists, leftOut };
}

/** Nothing of the ballots of these sets counts, whatever else is said of them already. */
function leaveOut(
  leftOut: LeftOut[],
  sets: readonly AnsweredSet[],
  { seat, why }: Pick<LeftOut, 'seat' | 'why'>,
): void {
  const { panelist } = sets[0];
  for (const sitting of new Set(sets.map((set) => set.sitting))) {
    const said = leftOut.filter((one) => one.panelist === panelist && one.sitting === sitting);
    if (said.length === 0) leftOut.push({ panelist, sitting, seat, kind: 'left-out', why });
    for (const one of said) one.kind = 'left-out';
  }
}

const isWhole = ({ samples }: AnsweredSet, methods: number): boolean =>
  new Set(samples.map(({ method }) => method)).size === methods;

/** Rank per method of one set; nothing if it was not ranked. */
function ranksOf(set: AnsweredSet, item: string, methods: number): number[][] {
  const answer = setAnswer(set, item, 'ranking');
  if (!answer) return [];
  const rankOf = ranksByCode(answer.ranking);
  const ranks = new Array<number>(methods).fill(NaN);
  for (const { code, method } of set.samples) ranks[method] = rankOf.get(code) ?? NaN;
  return [ranks];
}

function scoresOf(set: AnsweredSet, item: string, methods: number): (number | null)[] {
  const scores = new Array<number | null>(methods).fill(null);
  for (const { code, method } of set.samples) scores[method] = scoreOf(set, item, code);
  return scores;
}

/** Mean per method over what was given; null where nothing was. */
function columnMeans(rows: readonly (readonly (number | null)[])[]): (number | null)[] {
  return (rows[0] ?? []).map((_, at) => {
    const given = rows.flatMap((row) => row[at] ?? []);
    return given.length > 0 ? given.reduce((sum, value) => sum + value, 0) / given.length : null;
  });
}

function commentOf({ answers }: AnsweredSet): string {
  const answer = answers.find((one) => one.kind === 'comment');
  return answer?.kind === 'comment' ? answer.text : '';
}
