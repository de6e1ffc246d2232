import type { PanelistPreferences } from '../../answers';
import { asRanking, chanceOfBeating, plackettLuce, type NoTest, type PieceBlocks } from '../../inference';
import { chancesOfRanks, type About } from '../../verdict';

/** How strong each method is, from the rankings; by place of the method. */
export interface StrengthFinding {
  test: 'plackett-luce';
  logWorth: number[];
  se: number[];
  /** How likely each method is the best; they sum to 1. */
  chanceOfBest: number[];
  /** Largest Monte Carlo standard error of those chances. */
  standardError: number;
  /** What those chances are of: methods, or the pieces that were eaten. */
  about: About;
  /** Chance that a new panelist likes the strongest method more than each other one, with its interval. */
  beats: { other: number; chance: number; interval: [number, number] }[];
  strongest: number;
  /** A penalty was needed because a method, or a group, won everything against the rest. */
  penalised: boolean;
  rankings: number;
}

export function strengthFinding(
  panelists: readonly PanelistPreferences[],
  methods: number,
  rules: { alpha: number; seed: string; alike: boolean; methodTest: PieceBlocks | NoTest | null },
): StrengthFinding | NoTest {
  const rankings = panelists.map(({ ranks }) => asRanking(ranks));
  const fit = plackettLuce(rankings, methods);
  if (fit.test === null) return fit;
  const best = chancesOfRanks(
    panelists.map(({ ranks }) => ranks),
    rules,
  );
  const strongest = fit.logWorth.indexOf(Math.max(...fit.logWorth));
  return {
    test: 'plackett-luce',
    logWorth: fit.logWorth,
    se: fit.se,
    chanceOfBest: best.chances,
    standardError: best.standardError,
    about: best.about,
    beats: fit.logWorth.flatMap((_, other) =>
      other === strongest ? [] : [{ other, ...chanceOfBeating(fit, strongest, other, rules.alpha) }],
    ),
    strongest,
    penalised: fit.penalised,
    rankings: fit.rankings,
  };
}
