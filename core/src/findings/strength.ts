import { chanceOfBeating, chanceOfBest, plackettLuce, type NoTest, type Ranking } from '../inference';
import type { PanelistPreferences } from './preferences';

/** How strong each method is, from the rankings; by place of the method. */
export interface StrengthFinding {
  test: 'plackett-luce';
  logWorth: number[];
  se: number[];
  /** How often each method would come out best if the panel were drawn again; they sum to 1. */
  chanceOfBest: number[];
  /** Largest Monte Carlo standard error of those chances. */
  standardError: number;
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
  rules: { alpha: number; seed: string },
): StrengthFinding | NoTest {
  const rankings = panelists.map(({ ranks }) => asRanking(ranks));
  const fit = plackettLuce(rankings, methods);
  if (fit.test === null) return fit;
  const best = chanceOfBest(rankings, fit, rules);
  const strongest = fit.logWorth.indexOf(Math.max(...fit.logWorth));
  return {
    test: 'plackett-luce',
    logWorth: fit.logWorth,
    se: fit.se,
    chanceOfBest: best.chances,
    standardError: best.standardError,
    beats: fit.logWorth.flatMap((_, other) =>
      other === strongest ? [] : [{ other, ...chanceOfBeating(fit, strongest, other, rules.alpha) }],
    ),
    strongest,
    penalised: fit.penalised,
    rankings: fit.rankings,
  };
}

/** Groups of equal ranks, best first. */
function asRanking(ranks: readonly number[]): Ranking {
  const places = [...new Set(ranks)].sort((a, b) => a - b);
  return places.map((place) => ranks.flatMap((rank, method) => (rank === place ? [method] : [])));
}
