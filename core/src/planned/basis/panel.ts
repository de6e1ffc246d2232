import {
  blockOf as blockOfSet,
  scoreOf,
  tastedServings,
  type PanelistPreferences,
  type Reading,
  type TastedServing,
} from '../../answers';
import {
  midRanks,
  orderEffects,
  panelistGroups,
  type NoTest,
  type OrderEffects,
  type PanelistGroupsResult,
} from '../../inference';
import type { FoundSection } from '../../presentation';

/** Whose preferences are compared: ranks of all methods, and the blocks of pieces that they are of. */
export type Compared = Pick<PanelistPreferences, 'id' | 'seat' | 'ranks'> & {
  rankings: readonly { block: number }[];
};

/** What the answers say about those who gave them. */
export interface PanelFinding {
  status: 'explored';
  /** Of the panelists whom the groups count by their place. */
  seats: number[];
  /** Panelists by place among the panelists; two groups only where chance would not do. */
  groups: PanelistGroupsResult | NoTest;
  /** From liking where it was asked, else from ranks turned so that higher is better. */
  order: OrderEffects & { from: 'liking' | 'ranking' };
}

export type PanelSection = FoundSection<'panel', PanelFinding>;

/** The block that someone ate from; who ate from several is a block with those who ate from the same. */
function blockOf({ rankings }: Compared): string {
  return [...new Set(rankings.map(({ block }) => block))].sort((a, b) => a - b).join();
}

export function panelFinding(
  panelists: readonly Compared[],
  servings: readonly TastedServing[],
  { ordersKnown, ...rules }: { alpha: number; seed: string; ordersKnown: boolean },
): PanelFinding {
  const byLiking = servings.some((serving) => serving.liking !== null);
  const sittings = new Map<string, TastedServing[]>(panelists.map((panelist) => [panelist.id, []]));
  for (const serving of servings) sittings.get(serving.panelist)?.push(serving);
  const effects = ordersKnown ? effectsOf(sittings, byLiking, rules.alpha) : ORDERS_UNKNOWN;
  return {
    status: 'explored',
    seats: panelists.map(({ seat }) => seat),
    groups: panelistGroups(
      panelists.map((panelist) => panelist.ranks),
      { ...rules, blocks: panelists.map(blockOf) },
    ),
    order: { ...effects, from: byLiking ? 'liking' : 'ranking' },
  };
}

const NOT_WRITTEN: NoTest = { test: null, reason: 'In which order samples were served is not known.' };
export const ORDERS_UNKNOWN: OrderEffects = { position: NOT_WRITTEN, positionMeans: [], carryOver: NOT_WRITTEN };

function effectsOf(sittings: ReadonlyMap<string, TastedServing[]>, byLiking: boolean, alpha: number): OrderEffects {
  return orderEffects(
    [...sittings].map(([panelist, own]) => ({
      panelist,
      samples: own.map((serving) => serving.method),
      scores: own.map((serving) => (byLiking ? serving.liking : own.length + 1 - serving.rank)),
    })),
    alpha,
  );
}

/**
 * The same where scores of liking were planned: people by the order in which they like the methods.
 *
 * @returns null where liking was not asked
 */
export function likingPanel(reading: Reading): PanelFinding | null {
  const { sets, alpha, key } = reading;
  const { tasting } = reading.bundle;
  const liking = tasting.ballot.items.find(({ kind }) => kind === 'liking');
  if (!liking) return null;
  const rules = { alpha, seed: key.seed, ordersKnown: tasting.brought?.ordersKnown !== false };
  const people = tasting.panel.flatMap(({ id, seat }) => {
    const own = sets.filter(({ panelist }) => panelist === id);
    const means = tasting.methods.map((_, method) => {
      const scores = own.flatMap((set) =>
        set.samples.flatMap((sample) => (sample.method === method ? (scoreOf(set, liking.id, sample.code) ?? []) : [])),
      );
      return scores.length > 0 ? scores.reduce((sum, score) => sum + score, 0) / scores.length : null;
    });
    return own.length > 0 ? [{ id, seat, means, rankings: own.map((set) => ({ block: blockOfSet(set) })) }] : [];
  });
  const compared = people.flatMap(({ means, ...one }) => {
    const all = means.flatMap((mean) => mean ?? []);
    // The most liked is the first.
    return all.length === means.length ? [{ ...one, ranks: midRanks(all.map((mean) => -mean)) }] : [];
  });
  const { groups, seats } = panelFinding(compared, [], { ...rules, ordersKnown: false });
  const servings = tastedServings(reading, people);
  return {
    ...panelFinding(
      people.map((one) => ({ ...one, ranks: [] })),
      servings,
      rules,
    ),
    groups,
    seats,
  };
}

/** Whether there are groups, and what the order of serving did, a line each. */
export function panelLines({ groups, order }: PanelFinding): string[] {
  const effect = (what: string, test: OrderEffects['position']): string =>
    test.test === null ? `${what}: ${test.reason}` : `${what}: F = ${test.F.toFixed(2)}, p = ${test.p.toPrecision(2)}.`;
  const one =
    groups.test === null
      ? groups.reason
      : groups.groups.length === 1
        ? `No sign of more than one group of panelists: p = ${groups.probability.p.toPrecision(2)} (${groups.probability.draws} drawn panels).`
        : `Two groups of panelists, ${groups.groups.map((group) => group.length).join(' and ')}: p = ${groups.probability.p.toPrecision(2)} (${groups.probability.draws} drawn panels).`;
  return [one, effect('Position', order.position), effect('Carry-over', order.carryOver)];
}
