import { EigenvalueDecomposition, Matrix } from 'ml-matrix';

/** How evenly a set of orders is spread; see {@link orderBalance}. */
export interface OrderBalance {
  /** `positions[sample][position]`: how often the sample is served there. */
  positions: number[][];
  /** `neighbours[before][after]`: how often `after` comes right after `before`. */
  neighbours: number[][];
  /** Largest less smallest count in `positions`; 0 is perfect. */
  positionImbalance: number;
  /** Largest less smallest count in `neighbours` off the diagonal; 0 is perfect. */
  carryOverImbalance: number;
}

/**
 * Counts positions and neighbours over a set of orders, complete or not.
 *
 * @param orders rows of sample numbers 0 to `samples` - 1, no sample twice in a row
 */
export function orderBalance(orders: readonly (readonly number[])[], samples: number): OrderBalance {
  const width = orders.reduce((most, order) => Math.max(most, order.length), 0);
  const positions = Array.from({ length: samples }, () => new Array<number>(width || samples).fill(0));
  const neighbours = Array.from({ length: samples }, () => new Array<number>(samples).fill(0));
  for (const order of orders) {
    order.forEach((sample, position) => {
      positions[sample][position]++;
      if (position > 0) neighbours[order[position - 1]][sample]++;
    });
  }
  const pairs = neighbours.flatMap((row, before) => row.filter((_, after) => after !== before));
  return { positions, neighbours, positionImbalance: range(positions.flat()), carryOverImbalance: range(pairs) };
}

/** A design as a statistician asks about it; see {@link orderReport}. */
export interface OrderReport extends OrderBalance {
  /** How often each sample is served. */
  replication: number[];
  /** `concurrence[a][b]`: panelists who taste both; the diagonal repeats the replication. */
  concurrence: number[][];
  /** Largest less smallest count of `concurrence` off the diagonal; 0 is balanced. */
  concurrenceImbalance: number;
  /** Whether all samples are served, and all pairs met, equally often. */
  balanced: boolean;
  /**
   * Average efficiency factor: the precision of a difference between samples, compared with
   * complete tastings of as many servings; 1 at best, 0 when some samples are not linked.
   */
  efficiency: number;
}

/**
 * Everything about the evenness of a set of orders.
 *
 * Source: John & Williams, *Cyclic and Computer Generated Designs*, section 2.3 (the
 * efficiency factor: harmonic mean of the information matrix's nonzero eigenvalues over
 * the replication).
 */
export function orderReport(orders: readonly (readonly number[])[], samples: number): OrderReport {
  const concurrence = Array.from({ length: samples }, () => new Array<number>(samples).fill(0));
  for (const order of orders) for (const a of order) for (const b of order) concurrence[a][b]++;
  const replication = concurrence.map((row, sample) => row[sample]);
  const meetings = concurrence.flatMap((row, a) => row.filter((_, b) => b !== a));
  const concurrenceImbalance = range(meetings);
  return {
    ...orderBalance(orders, samples),
    replication,
    concurrence,
    concurrenceImbalance,
    balanced: concurrenceImbalance === 0 && range(replication) === 0,
    efficiency: efficiencyFactor(orders, replication),
  };
}

function efficiencyFactor(orders: readonly (readonly number[])[], replication: readonly number[]): number {
  const samples = replication.length;
  if (samples < 2) return 1;
  const information = Matrix.zeros(samples, samples);
  for (const order of orders) {
    for (const a of order) {
      for (const b of order) information.set(a, b, information.get(a, b) + (a === b ? 1 : 0) - 1 / order.length);
    }
  }
  const mean = replication.reduce((sum, count) => sum + count, 0) / samples;
  if (mean === 0) return 0;
  const { realEigenvalues } = new EigenvalueDecomposition(information.div(mean), { assumeSymmetric: true });
  // One eigenvalue is zero, for the level that all samples share.
  const sizes = [...realEigenvalues].sort((a, b) => a - b).slice(1);
  if (sizes.some((size) => size < 1e-9)) return 0;
  return sizes.length / sizes.reduce((sum, size) => sum + 1 / size, 0);
}

const range = (counts: readonly number[]): number =>
  counts.length > 0 ? Math.max(...counts) - Math.min(...counts) : 0;
