/**
 * One table for all attributes: does the samples' mean differ, how, and which remains when
 * the number of attributes is allowed for?
 *
 * Use it for profiles scored by a panel, with or without replicates. Each attribute has
 * its own mixed model (panelists, panelists by samples where replicated, and pieces where
 * they are named); p-values are adjusted together by the false discovery rate. Not to
 * decide the one question that the plan was made for: that has its own test.
 *
 * Source: ISO 13299 (profiles); Lawless & Heymann, *Sensory Evaluation of Food*, chapter 12.
 *
 * @example
 * attributeTable({ juicy: [1, 2, 2, 4, 5, 6, 2, 3] }, { sample: ['x', 'y', 'x', 'y', 'x', 'y', 'x', 'y'], panelist: ['a', 'a', 'b', 'b', 'c', 'c', 'd', 'd'] }, 0.05)[0].test.df2 // 3
 */
import { falseDiscovery } from '../certainty/falseDiscovery';
import { letters } from '../certainty/letters';
import type { NoTest } from '../certainty/probability';
import {
  compare,
  estimatedMeans,
  fitter,
  termTest,
  type EstimatedMean,
  type Factors,
  type Fitter,
  type TermTest,
} from '../mixed';

/** One attribute. */
export interface AttributeRow {
  attribute: string;
  test: TermTest | NoTest;
  /** p adjusted over all attributes by the false discovery rate; null without a test. */
  adjustedP: number | null;
  means: (EstimatedMean & { letters: string })[];
}

/**
 * @param scores per attribute, one per row; null where none was given
 * @param factors with `sample` and `panelist` per row, and `piece` where samples come from several
 * @param steps the step of an attribute's scale, as {@link fitMixed} takes it
 */
export function attributeTable(
  scores: Readonly<Record<string, readonly (number | null)[]>>,
  factors: Factors,
  alpha: number,
  steps: Readonly<Record<string, number>> = {},
): AttributeRow[] {
  const fitOf = fitters(factors);
  const rows = Object.entries(scores).map(([attribute, values]) => ({
    attribute,
    ...oneAttribute(values, fitOf(values), alpha, steps[attribute]),
  }));
  const tested = rows.filter((row) => row.test.test === 'F');
  const adjusted = falseDiscovery(tested.map((row) => (row.test as TermTest).p));
  return rows.map((row) => ({ ...row, adjustedP: row.test.test === 'F' ? adjusted[tested.indexOf(row)] : null }));
}

/** The model of an attribute; one for all that were scored for the same samples. */
function fitters(factors: Factors): (values: readonly (number | null)[]) => Fitter {
  const known = new Map<string, Fitter>();
  return (values) => {
    const given = values.flatMap((value, row) => (value === null ? [] : [row]));
    const name = given.join();
    const own = known.get(name);
    if (own) return own;
    const part = Object.fromEntries(
      Object.entries(factors).map(([factor, levels]) => [factor, given.map((row) => levels[row])]),
    );
    const random = [['panelist'], ['panelist', 'sample'], ...(part.piece ? [['piece']] : [])];
    const fit = fitter(part, given.length, { fixed: [['sample']], random });
    known.set(name, fit);
    return fit;
  };
}

function oneAttribute(
  values: readonly (number | null)[],
  fitTo: Fitter,
  alpha: number,
  step: number | undefined,
): Omit<AttributeRow, 'attribute' | 'adjustedP'> {
  const fit = fitTo(
    values.flatMap((value) => value ?? []),
    step,
  );
  if (fit.test === null) return { test: fit, means: [] };
  const means = estimatedMeans(fit, 'sample', alpha).sort((a, b) => (b.mean ?? -Infinity) - (a.mean ?? -Infinity));
  const place = new Map(means.map((mean, at) => [mean.level, at]));
  const different = compare(fit, 'sample', { alpha, adjust: 'tukey' })
    .filter((pair) => pair.p <= alpha)
    .map((pair) => [place.get(pair.a), place.get(pair.b)] as [number, number]);
  const marks = letters(means.length, different);
  return { test: termTest(fit, 0), means: means.map((mean, at) => ({ ...mean, letters: marks[at] })) };
}
