import { currentAnswers, ranksByCode, type Key, type TastingBundle } from '../bundle';

/** One panelist's answers by method, once the key is known. */
export interface Taster {
  panelist: string;
  seat: number;
  blind: boolean;
  /** Mid-rank per method, in the order of the tasting's methods; 1 = most liked. */
  ranks: number[];
  /** Liking score per method, same order; null where none was given or asked. */
  liking: (number | null)[];
  /** Method ids in the order they were served. */
  served: string[];
  comment: string;
}

/** A panelist who does not count, and why. */
export interface LeftOut {
  panelist: string;
  seat: number;
  why: string;
}

/**
 * Reads the ballots of a bundle by method. A panelist counts when the ballot was handed
 * in; nothing is filled in for those who did not.
 */
export function readPreferences(bundle: TastingBundle, key: Key): { tasters: Taster[]; leftOut: LeftOut[] } {
  const methods = bundle.tasting.methods.map((method) => method.id);
  const tasters: Taster[] = [];
  const leftOut: LeftOut[] = [];
  const servings = new Map(bundle.plan?.servings.map((serving) => [serving.panelist, serving.codes]));
  for (const { id, seat, blind } of bundle.tasting.panel) {
    const ballot = bundle.ballots.find((candidate) => candidate.panelist === id);
    const answers = currentAnswers(ballot?.answers ?? []);
    const ranking = answers.find((answer) => answer.kind === 'ranking');
    if (!ballot?.handedInAt || !ranking) {
      leftOut.push({
        panelist: id,
        seat,
        why: ballot?.openedAt ? 'did not hand in the ballot' : 'did not open the ballot',
      });
      continue;
    }
    const codeOf = new Map(Object.entries(key.codes).map(([code, method]) => [method, code]));
    const rankOf = ranksByCode(ranking.ranking);
    const scoreOf = new Map(
      answers.flatMap((answer) => (answer.kind === 'liking' ? [[answer.code, answer.score] as const] : [])),
    );
    tasters.push({
      panelist: id,
      seat,
      blind,
      ranks: methods.map((method) => rankOf.get(codeOf.get(method) ?? '') ?? NaN),
      liking: methods.map((method) => scoreOf.get(codeOf.get(method) ?? '') ?? null),
      served: (servings.get(id) ?? []).map((code) => key.codes[code]),
      comment: answers.find((answer) => answer.kind === 'comment')?.text ?? '',
    });
  }
  return { tasters, leftOut };
}
