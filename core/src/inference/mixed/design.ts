/**
 * The fixed part of a linear model: factors and interactions in sum-to-zero coding.
 *
 * In this coding the intercept is the mean of all cells and each other column an even
 * contrast, so that a term's test is the usual one for unbalanced data (type III), and the
 * estimated mean of a level is read off by setting every other term to zero. Use it for
 * factors; not for numbers that should act as slopes.
 *
 * Source: Searle, *Linear Models for Unbalanced Data*, chapters 4 and 5.
 *
 * @example
 * fixedDesign({ sample: ['A', 'B', 'C'] }, [['sample']]).columns // [[1, 1, 1], [1, 0, -1], [0, 1, -1]]
 */

/** Per factor, the level of every row. */
export type Factors = Readonly<Record<string, readonly string[]>>;

/** A main effect such as `['sample']`, or an interaction such as `['sample', 'zone']`. */
export type Term = readonly string[];

/** Result of {@link fixedDesign}. */
export interface FixedDesign {
  /** Columns of the model matrix that carry information, intercept first. */
  columns: number[][];
  /** Which term each column belongs to; -1 for the intercept. */
  termOf: number[];
  terms: Term[];
  /** Levels per factor, in the order in which they first appear. */
  levels: Record<string, string[]>;
  /** Rows per level. */
  counts: Record<string, Map<string, number>>;
  /** Columns left out because others already say the same: cells are missing. */
  aliased: { term: number; coding: number[] }[];
  /** Per column, which coding column of each factor of its term it multiplies. */
  codings: number[][];
  /** Ways to combine all columns, kept and aliased, into nothing: what makes a mean not estimable. */
  nullSpace: { kept: number[]; aliasedAt: number }[];
}

const TOLERANCE = 1e-9;

/** @param terms interactions after the main effects they contain */
export function fixedDesign(factors: Factors, terms: readonly Term[]): FixedDesign {
  const used = [...new Set(terms.flat())];
  const levels = Object.fromEntries(used.map((factor) => [factor, [...new Set(factors[factor])]]));
  const rows = Object.values(factors)[0]?.length ?? 0;
  const design: FixedDesign = {
    columns: [new Array<number>(rows).fill(1)],
    termOf: [-1],
    terms: [...terms],
    levels,
    counts: Object.fromEntries(used.map((factor) => [factor, countsOf(factors[factor])])),
    aliased: [],
    codings: [[]],
    nullSpace: [],
  };
  const basis = new Basis();
  basis.add(design.columns[0]);
  const codes = Object.fromEntries(used.map((factor) => [factor, levelCodes(factors[factor], levels[factor])]));
  terms.forEach((term, at) => {
    for (const coding of combinations(term.map((factor) => levels[factor].length - 1))) {
      const column = Array.from({ length: rows }, (_, row) =>
        term.reduce(
          (product, factor, place) => product * sumCode(codes[factor][row], coding[place], levels[factor].length),
          1,
        ),
      );
      const dependence = basis.add(column);
      if (dependence) {
        design.nullSpace.push({ kept: dependence, aliasedAt: design.aliased.length });
        design.aliased.push({ term: at, coding });
        continue;
      }
      design.columns.push(column);
      design.termOf.push(at);
      design.codings.push(coding);
    }
  });
  return design;
}

/**
 * What to multiply the coefficients with to get the mean of one cell, averaged evenly over
 * the levels of every other factor; null when missing cells leave that mean undetermined.
 */
export function meanWeights(design: FixedDesign, at: Readonly<Record<string, string>>): number[] | null {
  const weight = (term: number, coding: readonly number[]): number =>
    term < 0
      ? 1
      : design.terms[term].reduce((product, factor, place) => {
          if (!(factor in at)) return 0;
          const { length } = design.levels[factor];
          return product * sumCode(design.levels[factor].indexOf(at[factor]), coding[place], length);
        }, 1);
  const weights = design.codings.map((coding, column) => weight(design.termOf[column], coding));
  const lost = design.aliased.map(({ term, coding }) => weight(term, coding));
  const isEstimable = design.nullSpace.every(({ kept, aliasedAt }) => {
    const sum = kept.reduce((total, share, column) => total + share * weights[column], 0);
    return Math.abs(sum - lost[aliasedAt]) < 1e-6;
  });
  return isEstimable ? weights : null;
}

/**
 * The contrasts in which a term is tested, over the kept columns of the term.
 *
 * A joint test does not mind how its contrasts are written, but when data are unbalanced
 * the degrees of freedom of its denominator do, in the third digit. These are the forms in
 * common use, so that the numbers can be compared: each level less the first by name, and
 * products of such differences for interactions; for the only factor of a model each level
 * in turn less those before it, as plain least squares would weigh them.
 *
 * Source: Kuznetsova, Brockhoff & Christensen 2017, *Journal of Statistical Software*
 * 82(13), section 2 (types I and III).
 *
 * @returns one row per contrast; the columns themselves where cells are missing
 */
export function termContrasts(design: FixedDesign, term: number): number[][] {
  const columns = design.termOf.filter((of) => of === term).length;
  if (design.aliased.some((column) => column.term === term))
    return Array.from({ length: columns }, (_, row) =>
      Array.from({ length: columns }, (__, column) => (row === column ? 1 : 0)),
    );
  const factors = design.terms[term];
  const differences = factors.map((factor) => differencesFromFirst(design.levels[factor]));
  if (design.terms.length === 1 && factors.length === 1) {
    const counts = inOrder(design.levels[factors[0]]).map((level) => design.counts[factors[0]].get(level) as number);
    return sequential(counts).map((row) =>
      row.reduce(
        (sum, share, at) => sum.map((value, column) => value + share * differences[0][at][column]),
        new Array<number>(columns).fill(0),
      ),
    );
  }
  return differences.reduce(
    (product, one) => product.flatMap((left) => one.map((right) => left.flatMap((a) => right.map((b) => a * b)))),
    [[1]],
  );
}

/** Levels by name, or by size where all are numbers. */
function inOrder(levels: readonly string[]): string[] {
  const isNumeric = levels.every((level) => level.trim() !== '' && Number.isFinite(Number(level)));
  return [...levels].sort((a, b) => (isNumeric ? Number(a) - Number(b) : a.localeCompare(b, 'en')));
}

function differencesFromFirst(levels: readonly string[]): number[][] {
  const codes = (level: string): number[] =>
    Array.from({ length: levels.length - 1 }, (_, column) => sumCode(levels.indexOf(level), column, levels.length));
  const [first, ...others] = inOrder(levels).map(codes);
  return others.map((row) => row.map((code, column) => code - first[column]));
}

/** Upper factor of the elimination of diag(n) - n n' / N over all levels but the first, with ones on its diagonal. */
function sequential(counts: readonly number[]): number[][] {
  const total = counts.reduce((sum, count) => sum + count, 0);
  const rest = counts.slice(1);
  const rows = rest.map((a, i) => rest.map((b, j) => (i === j ? a : 0) - (a * b) / total));
  return rows.map((row, at) => {
    const pivot = row[at];
    const unit = row.map((value, column) => (column < at ? 0 : value / pivot));
    for (let below = at + 1; below < rows.length; below++) {
      const factor = rows[below][at];
      unit.forEach((value, column) => (rows[below][column] -= factor * value));
    }
    return unit;
  });
}

/** Column `column` of the sum-to-zero coding of a level: 1 for its own, -1 for the last, else 0. */
function sumCode(level: number, column: number, levels: number): number {
  if (level === levels - 1) return -1;
  return level === column ? 1 : 0;
}

function countsOf(values: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return counts;
}

function levelCodes(values: readonly string[], levels: readonly string[]): Int32Array {
  const place = new Map(levels.map((level, at) => [level, at]));
  return Int32Array.from(values, (value) => place.get(value) as number);
}

function combinations(sizes: readonly number[]): number[][] {
  return sizes.reduce<number[][]>(
    (before, size) => before.flatMap((start) => Array.from({ length: size }, (_, at) => [...start, at])),
    [[]],
  );
}

/** Columns met so far, made orthogonal one after the other, with the way back to the columns. */
class Basis {
  private readonly directions: Float64Array[] = [];
  /** Row i says how direction i is made of the columns. */
  private readonly recipes: number[][] = [];

  /** Adds a column, or says how the earlier ones make it up. */
  add(column: readonly number[]): number[] | null {
    const rest = Float64Array.from(column);
    const size = length(rest);
    const shares = new Array<number>(this.directions.length).fill(0);
    // Twice is enough to keep the directions orthogonal to rounding.
    for (let pass = 0; pass < 2; pass++) {
      this.directions.forEach((direction, at) => {
        let along = 0;
        for (let row = 0; row < rest.length; row++) along += direction[row] * rest[row];
        for (let row = 0; row < rest.length; row++) rest[row] -= along * direction[row];
        shares[at] += along;
      });
    }
    const made = this.directions.map((_, column) =>
      shares.reduce((total, share, at) => total + share * (this.recipes[at][column] ?? 0), 0),
    );
    const left = length(rest);
    if (left <= TOLERANCE * Math.max(size, 1e-300)) return made;
    this.directions.push(rest.map((value) => value / left));
    this.recipes.push([...made.map((share) => -share / left), 1 / left]);
    return null;
  }
}

function length(values: Float64Array): number {
  let total = 0;
  for (const value of values) total += value * value;
  return Math.sqrt(total);
}
