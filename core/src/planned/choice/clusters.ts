import type { AnsweredSet } from '../../answers';
import { clusterTest } from '../../design';
import { clustersOf, pieceClusters, type NoTest, type PieceClusters } from '../../inference';
import type { PlannedRules } from '../basis/answer';

/** What one set came out with. */
interface SetFigure {
  set: AnsweredSet;
  value: number;
}

/** Answers by group of people who shared no block of pieces with the others, in order of appearance. */
function byCluster<T extends { set: AnsweredSet }>(answers: readonly T[]): T[][] {
  const clusters: T[][] = [];
  const numbers = clustersOf(
    answers.map(({ set }) => ({ panelist: set.panelist, blocks: set.samples.map(({ block }) => block) })),
  );
  answers.forEach((answer, at) => (clusters[numbers[at]] ??= []).push(answer));
  return clusters;
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Mean of each group. */
export const figuresByCluster = (answers: readonly SetFigure[]): number[] =>
  byCluster(answers).map((own) => mean(own.map(({ value }) => value)));

/** In each group, how much oftener it was said where it is so than where it is not; groups that had only one of them say nothing. */
export function differencesByCluster(
  answers: readonly { set: AnsweredSet; isSignal: boolean; saidSo: boolean }[],
): number[] {
  return byCluster(answers).flatMap((own) => {
    const [signals, noises] = [own.filter((one) => one.isSignal), own.filter((one) => !one.isSignal)];
    if (signals.length === 0 || noises.length === 0) return [];
    const share = (list: typeof own): number => mean(list.map(({ saidSo }) => (saidSo ? 1 : 0)));
    return [share(signals) - share(noises)];
  });
}

/** Null where the plan tests no methods. */
export function testOfClusters(
  figures: readonly number[],
  { ofMethods, test }: PlannedRules,
): PieceClusters | NoTest | null {
  const rules = clusterTest(test);
  return ofMethods && rules ? pieceClusters(figures, rules) : null;
}
