import { currentAnswers, type Answer, type Key, type TastingBundle } from '../../bundle';

/** One sample of a set, once the key is known. */
export interface HeardSample {
  code: string;
  /** Place of the method in the tasting. */
  method: number;
  piece: string;
  /** From 1, over the whole sitting. */
  position: number;
}

/** Samples that one panelist judged side by side, with the answers that count. */
export interface HeardSet {
  panelist: string;
  sitting: number;
  /** Number of the set at its sitting. */
  set: number;
  zone: string | null;
  samples: HeardSample[];
  answers: Answer[];
}

/** A panelist who does not count, and why. */
export interface LeftOut {
  panelist: string;
  seat: number;
  why: string;
}

/**
 * Everything that was handed in, set by set. Nothing is filled in for ballots that did not
 * come; they are listed with the reason.
 *
 * @param only id of the only zone to be heard; null hears all
 */
export function heardSets(
  bundle: TastingBundle,
  key: Key,
  only: string | null = null,
): { sets: HeardSet[]; leftOut: LeftOut[] } {
  const { tasting, plan, ballots } = bundle;
  const place = new Map(tasting.methods.map((method, at) => [method.id, at]));
  const seats = new Map(tasting.panel.map((panelist) => [panelist.id, panelist.seat]));
  const sets: HeardSet[] = [];
  const leftOut: LeftOut[] = [];
  for (const serving of plan?.servings ?? []) {
    const { panelist, sitting, warmUp } = serving;
    const isHere = (one: { panelist: string; sitting: number }): boolean =>
      one.panelist === panelist && one.sitting === sitting;
    const ballot = ballots.find(isHere);
    if (!ballot?.handedInAt) {
      const where = tasting.service.sittings > 1 ? ` of sitting ${sitting}` : '';
      const why = `did not ${ballot?.openedAt ? 'hand in' : 'open'} the ballot${where}`;
      leftOut.push({ panelist, seat: seats.get(panelist) ?? 0, why });
      continue;
    }
    const answers = currentAnswers(ballot.answers);
    const tags = key.portions.find(isHere)?.tags.slice(warmUp ? 1 : 0) ?? [];
    let served = 0;
    serving.sets.forEach(({ zone, codes }, set) => {
      const samples = codes.map((code) => ({
        ...{ code, method: place.get(key.codes[code]) ?? -1, piece: tags[served] ?? '' },
        position: ++served,
      }));
      if (only === null || zone === only) sets.push({ panelist, sitting, set, zone, samples, answers });
    });
  }
  return { sets, leftOut };
}

/** The ranking, choice or best-and-worst that was given for a set. */
export const setAnswer = <K extends 'ranking' | 'choice' | 'best-worst'>(
  { answers, set }: HeardSet,
  item: string,
  kind: K,
): Extract<Answer, { kind: K }> | undefined =>
  answers.find(
    (answer): answer is Extract<Answer, { kind: K }> =>
      answer.kind === kind && 'set' in answer && answer.item === item && answer.set === set,
  );

/** The score that was given to a sample. */
export function scoreOf({ answers }: HeardSet, item: string, code: string): number | null {
  const answer = answers.find((one) => one.kind === 'score' && one.item === item && one.code === code);
  return answer?.kind === 'score' ? answer.score : null;
}
