/**
 * How each panelist works: tells samples apart, repeats, agrees with the others, uses the
 * scale.
 *
 * Use it to train and thank a panel, and to see whose answers carry a finding. Not to
 * remove whoever disagrees: in liking, disagreement is the answer, and a panelist may be
 * left out only for what was written down before unsealing.
 *
 * Source: ISO 8586 and ISO 13299 (panel monitoring); F and repeatability are each
 * panelist's own one-way analysis of variance over replicates; agreement is the
 * correlation with the mean of the others (leave one out).
 *
 * @example
 * panelPerformance([{ panelist: 'a', sample: 'x', score: 1 }, { panelist: 'a', sample: 'x', score: 2 }, { panelist: 'a', sample: 'y', score: 5 }, { panelist: 'a', sample: 'y', score: 6 }])[0].discrimination.F // 32
 */
import { fUpperTail, studentTwoSided } from '../../numeric';

/** One score. */
export interface PanelScore {
  panelist: string;
  sample: string;
  score: number;
  /** Place in the serving order, from 1. */
  position?: number;
  /** Seconds the answer took. */
  seconds?: number;
}

/** Result of {@link panelPerformance}, per panelist; null where the answers do not show it. */
export interface PanelistPerformance {
  panelist: string;
  scores: number;
  /** Own F of samples over replicates. */
  discrimination: { F: number; df1: number; df2: number; p: number } | null;
  /** Spread of repeated scores of one sample. */
  repeatabilitySd: number | null;
  /** Correlation of own sample means with those of the others. */
  agreement: number | null;
  scaleUse: { mean: number; sd: number; low: number; high: number };
  /** Mean of first-position scores less that of the others, each taken from its sample's panel mean. */
  firstPosition: { effect: number; p: number | null } | null;
  medianSeconds: number | null;
  /** All scores the same, over at least three. */
  straightLining: boolean;
}

export function panelPerformance(scores: readonly PanelScore[]): PanelistPerformance[] {
  const totals = sampleTotals(scores);
  return [...byPanelist(scores)].map(([panelist, own]) => {
    const values = own.map((score) => score.score);
    const anova = oneWay(own);
    return {
      panelist,
      scores: own.length,
      discrimination: anova?.test ?? null,
      repeatabilitySd: anova ? Math.sqrt(anova.meanSquare) : null,
      agreement: agreement(own, totals),
      scaleUse: scaleUse(values),
      firstPosition: firstPosition(own, totals),
      medianSeconds: median(own.flatMap((score) => (score.seconds === undefined ? [] : [score.seconds]))),
      straightLining: values.length >= 3 && values.every((value) => value === values[0]),
    };
  });
}

function byPanelist(scores: readonly PanelScore[]): Map<string, PanelScore[]> {
  const found = new Map<string, PanelScore[]>();
  for (const score of scores) {
    const own = found.get(score.panelist);
    if (own) own.push(score);
    else found.set(score.panelist, [score]);
  }
  return found;
}

type Totals = Map<string, { total: number; count: number }>;

function sampleTotals(scores: readonly PanelScore[]): Totals {
  const totals: Totals = new Map();
  for (const { sample, score } of scores) {
    const { total, count } = totals.get(sample) ?? { total: 0, count: 0 };
    totals.set(sample, { total: total + score, count: count + 1 });
  }
  return totals;
}

/** One-way analysis of variance of one panelist's scores by sample; null without replicates. */
function oneWay(own: readonly PanelScore[]) {
  const groups = sampleTotals(own);
  const df1 = groups.size - 1;
  const df2 = own.length - groups.size;
  if (df1 < 1 || df2 < 1) return null;
  const grand = own.reduce((sum, { score }) => sum + score / own.length, 0);
  let between = 0;
  for (const { total, count } of groups.values()) between += count * (total / count - grand) ** 2;
  const within = own.reduce((sum, { sample, score }) => {
    const { total, count } = groups.get(sample) as { total: number; count: number };
    return sum + (score - total / count) ** 2;
  }, 0);
  const meanSquare = within / df2;
  const isPerfect = !(within > 1e-12 * (between + within));
  const F = isPerfect ? NaN : between / df1 / meanSquare;
  return { meanSquare, test: isPerfect ? null : { F, df1, df2, p: fUpperTail(F, df1, df2) } };
}

/** Correlation between own means and the others' over the samples both scored. */
function agreement(own: readonly PanelScore[], totals: Totals): number | null {
  const pairs = [...sampleTotals(own)].flatMap(([sample, { total, count }]) => {
    const all = totals.get(sample) as { total: number; count: number };
    const others = all.count - count;
    return others > 0 ? [[total / count, (all.total - total) / others]] : [];
  });
  if (pairs.length < 3) return null;
  const [mx, my] = [0, 1].map((side) => pairs.reduce((sum, pair) => sum + pair[side] / pairs.length, 0));
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of pairs) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const size = Math.sqrt(xx) * Math.sqrt(yy);
  return size > 0 && Number.isFinite(size) ? Math.max(-1, Math.min(1, xy / size)) : null;
}

function scaleUse(values: readonly number[]): PanelistPerformance['scaleUse'] {
  const mean = values.reduce((sum, value) => sum + value / values.length, 0);
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  return {
    mean,
    sd: values.length > 1 ? Math.sqrt(squares / (values.length - 1)) : 0,
    low: values.reduce((one, other) => Math.min(one, other), Infinity),
    high: values.reduce((one, other) => Math.max(one, other), -Infinity),
  };
}

function firstPosition(own: readonly PanelScore[], totals: Totals): PanelistPerformance['firstPosition'] {
  const away = own.flatMap(({ sample, score, position }) => {
    if (position === undefined) return [];
    const { total, count } = totals.get(sample) as { total: number; count: number };
    return [{ isFirst: position === 1, value: score - total / count }];
  });
  const side = (isFirst: boolean): number[] => away.filter((one) => one.isFirst === isFirst).map((one) => one.value);
  const [first, rest] = [side(true), side(false)];
  if (first.length === 0 || rest.length === 0) return null;
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value / values.length, 0);
  const effect = mean(first) - mean(rest);
  const df = away.length - 2;
  const squares = [first, rest].reduce(
    (sum, group) => sum + group.reduce((part, value) => part + (value - mean(group)) ** 2, 0),
    0,
  );
  if (df < 1 || squares === 0 || first.length + rest.length < 4) return { effect, p: null };
  const se = Math.sqrt((squares / df) * (1 / first.length + 1 / rest.length));
  return { effect, p: studentTwoSided(effect / se, df) };
}

function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}
