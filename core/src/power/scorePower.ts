import { fUpperTail, noncentralFUpperTail, fQuantile, randomStream, studentT, type RandomStream } from '../numeric';
import { shareOf, type SimulatedPower } from './simulated';

/** Scores that are planned, and how people, portions and pieces vary. All in points of the scale. */
export interface ScorePlan {
  panelists: number;
  /** Methods that each panelist scores; default all. */
  each?: number;
  /** How often each of them; default once. Each time from another piece, as portions are dealt. */
  replicates?: number;
  /** True mean per method; higher is better. */
  liking: readonly number[];
  /** Standard deviation of taste between people, per method. */
  disagreement: number;
  /** Standard deviation of one answer about one portion. */
  noise: number;
  /** Standard deviation between people in how high they score everything. */
  height: number;
  /** Pieces per method, and the standard deviation between pieces cooked alike. */
  pieces: number;
  pieceSpread: number;
  alpha: number;
}

/** How differently high people score in general, where nothing is known of it: common practice. */
export const USUAL_HEIGHT = 1;

interface Simulation {
  seed: string;
  /** Simulated panels; default 2,000. */
  panels?: number;
}

/**
 * How often scores would show a difference. Simulates the mean squares of the planned
 * analysis (methods, pieces within methods, panelists x methods, and replicates where there
 * are any) as in balanced data: methods are held against panelists x methods, and pieces in
 * so far as these seem to vary, which is what the mixed model comes to. With one piece per
 * method there is nothing but bites to hold them against, and what is found is about these
 * very pieces.
 *
 * Source: Searle, Casella & McCulloch, *Variance Components*, chapter 4 (from memory).
 */
export function scorePower(plan: ScorePlan & Simulation): SimulatedPower {
  const { liking, alpha } = plan;
  const design = designOf(plan);
  if (design.df1 < 1 || design.dfPeople < 1) return { power: 0, standardError: 0 };
  const height = Math.sqrt((design.bites * scatter(liking)) / design.ofMethods);
  return repeated(plan, (random) => {
    // A noncentral chi-squared: one shifted normal and the rest.
    const shifted = (random.normal() + height) ** 2 + (design.df1 > 1 ? random.chiSquared(design.df1 - 1) : 0);
    const { square, df } = heldAgainst(design, random);
    return fUpperTail((design.ofMethods * shifted) / design.df1 / square, design.df1, df) <= alpha;
  });
}

/**
 * Chance of showing that one method that is truly as good as the reference is not worse by
 * the margin: one-sided t test on the difference of two means, held against the same mean
 * squares as in {@link scorePower}, at a level shared out between the methods.
 *
 * Source: Julious 2004, *Statistics in Medicine* 23, 1921-1986, section 5 (from memory).
 */
export function marginPower(plan: ScorePlan & Simulation & { margin: number }): SimulatedPower {
  const { liking, alpha, margin } = plan;
  const design = designOf(plan);
  if (design.df1 < 1 || design.dfPeople < 1) return { power: 0, standardError: 0 };
  const level = 1 - alpha / (liking.length - 1);
  return repeated(plan, (random) => {
    const difference = random.normal() * Math.sqrt((2 * design.ofMethods) / design.bites);
    const { square, df } = heldAgainst(design, random);
    return difference - studentT(level, df) * Math.sqrt((2 * square) / design.bites) > -margin;
  });
}

/**
 * How often a difference between methods would show if nothing but pieces counted: the F
 * test of methods against pieces within methods, exact by the noncentral F distribution.
 * With one piece per method there is no such test.
 *
 * @returns null with one piece per method
 */
export function piecePower({ alpha, ...plan }: ScorePlan): number | null {
  const { df1, dfPieces, bites, ofMethods } = designOf(plan);
  if (plan.pieces < 2 || df1 < 1) return null;
  const noncentrality = (bites * scatter(plan.liking)) / ofMethods;
  return noncentralFUpperTail(fQuantile(1 - alpha, df1, dfPieces), df1, dfPieces, noncentrality);
}

/** The table that the analysis would make of the scores: expected mean squares and their degrees of freedom. */
interface ScoreDesign {
  /** Bites that each method's mean is worth: fewer than served where panelists score some of the methods. */
  bites: number;
  ofMethods: number;
  df1: number;
  ofPeople: number;
  dfPeople: number;
  ofPieces: number;
  dfPieces: number;
  /** Share of what bites say of pieces that is left when panelists, who did not all have the same, are allowed for. */
  pieceShare: number;
  /** Between replicates; no degrees of freedom without them. */
  ofReplicates: number;
  dfReplicates: number;
}

/** People and portions that do not vary at all would divide by nothing. */
const LEAST_VARIANCE = 1e-9;

function designOf(plan: Omit<ScorePlan, 'alpha'>): ScoreDesign {
  const { panelists, liking, disagreement, noise, height, pieces, pieceSpread, replicates = 1 } = plan;
  const methods = liking.length;
  const each = Math.min(methods, plan.each ?? methods);
  // Efficiency of balanced incomplete blocks: t (k - 1) / (k (t - 1)).
  const efficiency = each === methods ? 1 : (methods * (each - 1)) / (each * (methods - 1));
  const bites = ((panelists * each) / methods) * replicates * efficiency;
  const answer = Math.max(LEAST_VARIANCE, noise ** 2);
  const ofPeople = replicates * disagreement ** 2 + answer;
  const luck = pieces > 1 ? (bites / pieces) * pieceSpread ** 2 : 0;
  const dfPieces = methods * (pieces - 1);
  const dfTable = panelists * each - panelists - methods + 1;
  return {
    ...{ bites, ofPeople, dfPieces, df1: methods - 1, ofMethods: ofPeople + luck },
    ofReplicates: answer,
    // Replicates compare pieces within what one panelist ate of a method; else panelists are blocks of pieces.
    ...(replicates > 1
      ? {
          ...againstPieces(answer, luck, Math.min(1, (pieces * (replicates - 1)) / (replicates * (pieces - 1)))),
          dfPeople: dfTable,
          dfReplicates: panelists * each * (replicates - 1) - dfPieces,
        }
      : {
          ...againstPieces(ofPeople, luck, shareInBlocks(each, ofPeople, height)),
          dfPeople: dfTable - dfPieces,
          dfReplicates: 0,
        }),
  };
}

/** Within panelists all but one of their bites tell pieces apart; between them the rest, in so far as they score alike. */
const shareInBlocks = (each: number, ofPeople: number, height: number): number =>
  1 - 1 / each + (1 / each) * (ofPeople / (ofPeople + each * height ** 2));

const againstPieces = (beside: number, luck: number, pieceShare: number) => ({
  pieceShare,
  ofPieces: beside + pieceShare * luck,
});

interface MeanSquare {
  square: number;
  df: number;
}

/** What methods are held against in one simulated panel. */
function heldAgainst(design: ScoreDesign, random: RandomStream): MeanSquare {
  const { ofPeople, dfPeople, ofPieces, dfPieces, ofReplicates, dfReplicates, pieceShare } = design;
  const people = drawn(ofPeople, dfPeople, random);
  if (dfPieces === 0) return people;
  const pieces = drawn(ofPieces, dfPieces, random);
  const beside = dfReplicates > 0 ? drawn(ofReplicates, dfReplicates, random) : people;
  if (pieces.square > beside.square)
    return summed([
      [1, people],
      [1 / pieceShare, pieces],
      [-1 / pieceShare, beside],
    ]);
  // Pieces that vary less than what stands beside them are taken not to vary.
  return dfReplicates > 0 ? people : pooled(people, pieces);
}

/** A sum of mean squares, with Satterthwaite's degrees of freedom. */
function summed(parts: readonly (readonly [number, MeanSquare])[]): MeanSquare {
  const shares = new Map<MeanSquare, number>();
  for (const [share, part] of parts) shares.set(part, (shares.get(part) ?? 0) + share);
  let [square, spread] = [0, 0];
  for (const [part, share] of shares) {
    square += share * part.square;
    spread += (share * part.square) ** 2 / part.df;
  }
  return { square, df: square ** 2 / spread };
}

function pooled(a: MeanSquare, b: MeanSquare): MeanSquare {
  const df = a.df + b.df;
  return { square: (a.square * a.df + b.square * b.df) / df, df };
}

const drawn = (expected: number, df: number, random: RandomStream): MeanSquare => ({
  square: (expected * random.chiSquared(df)) / df,
  df,
});

/** Share of simulated panels in which something is found. */
function repeated({ seed, panels = 2000 }: Simulation, isFound: (random: RandomStream) => boolean): SimulatedPower {
  const random = randomStream(seed, 'score-power');
  let found = 0;
  for (let panel = 0; panel < panels; panel++) if (isFound(random)) found++;
  return shareOf(found, panels);
}

function scatter(means: readonly number[]): number {
  const mean = means.reduce((sum, value) => sum + value, 0) / means.length;
  return means.reduce((sum, value) => sum + (value - mean) ** 2, 0);
}
