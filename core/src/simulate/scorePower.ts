import { fUpperTail, normalCdf, randomStream, studentT } from '../numeric';

/** Scores that are planned, and how people, portions and pieces vary. All in points of the scale. */
export interface ScorePlan {
  panelists: number;
  /** True mean per method; higher is better. */
  liking: readonly number[];
  /** Standard deviation of taste between people, per method. */
  disagreement: number;
  /** Standard deviation of one answer about one portion. */
  noise: number;
  alpha: number;
  seed: string;
  /** Simulated panels; default 2,000. */
  panels?: number;
}

/** Portions each panelist scores of each method, and pieces that they come from. */
export interface Pieces {
  pieces: number;
  /** Standard deviation between pieces cooked alike. */
  pieceSpread: number;
}

/**
 * How often scores would show a difference between these very pieces: bites are what is
 * counted. Simulates the two-way table of panelists and methods, and its F test against
 * panelists x methods.
 *
 * @returns power, with its Monte Carlo standard error
 */
export function scorePower(plan: ScorePlan): { power: number; standardError: number } {
  const { panelists, liking, disagreement, noise, alpha, seed, panels = 2000 } = plan;
  const methods = liking.length;
  const [df1, df2] = [methods - 1, (methods - 1) * (panelists - 1)];
  if (df1 < 1 || df2 < 1) return { power: 0, standardError: 0 };
  const error = disagreement ** 2 + noise ** 2;
  // A method's mean over panelists has variance error / n; the error mean square is a scaled chi-squared.
  return repeated(panels, seed, 'score-power', (draw) => {
    const means = draw(methods).map((z, at) => liking[at] + z * Math.sqrt(error / panelists));
    const between = (panelists * scatter(means)) / df1;
    return fUpperTail(between / meanSquare(error, df2, draw), df1, df2) <= alpha;
  });
}

/**
 * How often scores would show a difference between methods: pieces are what is counted, and
 * the F test is against pieces within methods. With one piece per method there is no such
 * test.
 *
 * @returns null with one piece per method
 */
export function piecePower({ pieces, pieceSpread, ...plan }: ScorePlan & Pieces): {
  power: number;
  standardError: number;
} | null {
  const { panelists, liking, disagreement, noise, alpha, seed, panels = 2000 } = plan;
  if (pieces < 2 || liking.length < 2) return null;
  const methods = liking.length;
  const [df1, df2] = [methods - 1, methods * (pieces - 1)];
  // Each piece is scored by its share of the panel.
  const perPiece = pieceSpread ** 2 + (disagreement ** 2 + noise ** 2) / (panelists / pieces);
  return repeated(panels, seed, 'piece-power', (draw) => {
    const means = draw(methods).map((z, at) => liking[at] + z * Math.sqrt(perPiece / pieces));
    const between = (pieces * scatter(means)) / df1;
    return fUpperTail(between / meanSquare(perPiece, df2, draw), df1, df2) <= alpha;
  });
}

/**
 * Chance of showing that a method that is truly as good as the reference is not worse by
 * the margin: one-sided t test on the difference of two means, about which people, portions
 * and pieces vary. The noncentral t is taken as a shifted normal over t's own critical value,
 * which is close from some 20 answers on.
 *
 * Source: Julious 2004, *Statistics in Medicine* 23, 1921-1986, section 5 (from memory).
 */
export function marginPower({
  panelists,
  disagreement,
  noise,
  pieces,
  pieceSpread,
  margin,
  alpha,
}: Pick<ScorePlan, 'panelists' | 'disagreement' | 'noise' | 'alpha'> & Pieces & { margin: number }): number {
  const variance = 2 * ((disagreement ** 2 + noise ** 2) / panelists + pieceSpread ** 2 / pieces);
  const df = Math.max(1, panelists - 1);
  if (variance <= 0) return 1;
  return normalCdf(margin / Math.sqrt(variance) - studentT(1 - alpha, df));
}

type Draw = (count: number) => number[];

/** Share of simulated panels in which something is found. */
function repeated(
  panels: number,
  seed: string,
  purpose: string,
  isFound: (draw: Draw) => boolean,
): { power: number; standardError: number } {
  const random = randomStream(seed, purpose);
  const draw: Draw = (count) => {
    const normals = new Float64Array(count);
    random.fillNormal(normals);
    return [...normals];
  };
  let found = 0;
  for (let panel = 0; panel < panels; panel++) if (isFound(draw)) found++;
  const power = found / panels;
  return { power, standardError: Math.sqrt((power * (1 - power)) / panels) };
}

/** A mean square with these degrees of freedom, by its normals. */
function meanSquare(variance: number, df: number, draw: Draw): number {
  return (variance * draw(df).reduce((sum, z) => sum + z * z, 0)) / df;
}

function scatter(means: readonly number[]): number {
  const mean = means.reduce((sum, value) => sum + value, 0) / means.length;
  return means.reduce((sum, value) => sum + (value - mean) ** 2, 0);
}
