/**
 * People who were served alike, as one: data of a mixed model with fewer rows and the same
 * likelihood.
 *
 * Panelists whose rows stand under the same fixed part and the same other groups differ in
 * nothing but what they answered. Rotated among each other (Helmert), m such panelists become one
 * whose rows carry the square root of m, and m - 1 of which only their own intercept and the
 * residual are left; those have a closed form. Use it before sparse factorisation: 500 people
 * served by eight plans cost what eight people cost. Not where every panelist has groups of his
 * or her own besides (a panelist by sample term): nothing is then alike, and nothing is gained.
 *
 * Source: the rotation leaves a normal likelihood as it is; Searle, Casella & McCulloch,
 * *Variance Components*, section 3.7 (balanced data), from memory.
 *
 * @example
 * condensedScores(condensedDesign([[1, 1]], [Int32Array.of(0, 1)]), [1, 3]).y // [2.8284]
 */

/** What {@link condensedDesign} gives: nothing of it hangs on what was answered. */
export interface CondensedDesign {
  columns: number[][];
  /** Level of each row that is left, per term; those of the first term are numbered anew. */
  levelOf: Int32Array[];
  /** Root of the number of people that a row stands for. */
  weights: number[];
  /** By level of the first term that is left: those who were served alike. */
  alike: Person[][];
}

/** One level of the first term and its rows, in an order that those served alike share. */
interface Person {
  level: number;
  rows: number[];
}

/** What {@link condensedScores} gives. */
export interface CondensedScores {
  y: number[];
  /** By level of the first term as given. */
  people: Joined[];
  rest: Rest;
}

/** What became of one level of the first term. */
interface Joined {
  /** The level that stands for it, and the root of how many others it stands for. */
  level: number;
  weight: number;
  rows: number;
  /** Sum of what departs from the mean of those served alike. */
  away: number;
}

/** What is left of those who were joined: their own intercepts and the residual. */
interface Rest {
  /** Rows of one person; how many people more than one a group have so many; squares of `away`. */
  sizes: { rows: number; people: number; squaredSums: number }[];
  /** Squares of all that departs from the mean of those served alike. */
  squares: number;
}

/** @param levelOf per term the level of each row, from 0; the first term is condensed */
export function condensedDesign(
  columns: readonly (readonly number[])[],
  levelOf: readonly Int32Array[],
): CondensedDesign {
  const [first, ...others] = levelOf;
  const alike = servedAlike(rowsByLevel(first, designs(columns, others)));
  const [own, kept, weights]: [number[], number[], number[]] = [[], [], []];
  alike.forEach((group, level) => {
    for (const row of group[0].rows) {
      own.push(level);
      kept.push(row);
      weights.push(Math.sqrt(group.length));
    }
  });
  return {
    columns: columns.map((column) => kept.map((row, at) => column[row] * weights[at])),
    levelOf: [Int32Array.from(own), ...others.map((codes) => Int32Array.from(kept, (row) => codes[row]))],
    ...{ weights, alike },
  };
}

/** The scores that belong to a condensed design. */
export function condensedScores({ alike }: Pick<CondensedDesign, 'alike'>, y: readonly number[]): CondensedScores {
  const result: CondensedScores = { y: [], people: [], rest: { sizes: [], squares: 0 } };
  alike.forEach((group, level) => {
    const weight = Math.sqrt(group.length);
    const means = group[0].rows.map((_, at) => group.reduce((sum, { rows }) => sum + y[rows[at]], 0) / group.length);
    result.y.push(...means.map((mean) => mean * weight));
    for (const one of leave(result.rest, group, { y, means })) result.people[one.level] = { ...one, level, weight };
  });
  return result;
}

/** What each row stands under, apart from the first term: the same number for the same. */
function designs(columns: readonly (readonly number[])[], others: readonly Int32Array[]): number[] {
  const known = new Map<string, number>();
  return Array.from(columns[0] ?? others[0] ?? [], (_, row) => {
    const name = [...columns.map((column) => column[row]), ...others.map((codes) => codes[row])].join();
    if (!known.has(name)) known.set(name, known.size);
    return known.get(name) as number;
  });
}

function rowsByLevel(first: Int32Array, design: readonly number[]): Map<number, { row: number; design: number }[]> {
  const found = new Map<number, { row: number; design: number }[]>();
  first.forEach((level, row) => {
    const own = found.get(level);
    if (own) own.push({ row, design: design[row] });
    else found.set(level, [{ row, design: design[row] }]);
  });
  for (const own of found.values()) own.sort((a, b) => a.design - b.design);
  return found;
}

function servedAlike(byLevel: ReturnType<typeof rowsByLevel>): Person[][] {
  const groups = new Map<string, Person[]>();
  for (const [level, own] of byLevel) {
    const name = own.map(({ design }) => design).join();
    const person = { level, rows: own.map(({ row }) => row) };
    groups.set(name, [...(groups.get(name) ?? []), person]);
  }
  return [...groups.values()];
}

/** Adds what is left of a group once its mean is taken out. @returns per person */
function leave(
  rest: Rest,
  group: readonly Person[],
  { y, means }: { y: readonly number[]; means: readonly number[] },
): { level: number; rows: number; away: number }[] {
  const { length } = means;
  const left = group.map(({ level, rows }) => {
    const away = rows.map((row, at) => y[row] - means[at]);
    rest.squares += away.reduce((sum, one) => sum + one * one, 0);
    return { level, rows: length, away: away.reduce((sum, one) => sum + one, 0) };
  });
  const squaredSums = left.reduce((sum, { away }) => sum + away * away, 0);
  const same = rest.sizes.find(({ rows }) => rows === length);
  const people = group.length - 1;
  if (same) [same.people, same.squaredSums] = [same.people + people, same.squaredSums + squaredSums];
  else rest.sizes.push({ rows: length, people, squaredSums });
  return left;
}

/** Log determinant and penalised squares of the rest, where an intercept is so many residual spreads wide. */
export function restAt({ sizes, squares }: Rest, ratio: number): { logDeterminant: number; squares: number } {
  const variance = ratio * ratio;
  return sizes.reduce(
    (total, { rows, people, squaredSums }) => ({
      logDeterminant: total.logDeterminant + people * Math.log1p(rows * variance),
      squares: total.squares - (variance / (1 + rows * variance)) * squaredSums,
    }),
    { logDeterminant: 0, squares },
  );
}
