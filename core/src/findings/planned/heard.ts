import { currentAnswers, type Answer, type Key, type TastingBundle } from '../../bundle';
import { servedPortions, type ServedPortion } from '../../served';

/** One sample of a set, once the key is known. */
export interface HeardSample {
  code: string;
  /** Place of the method in the tasting. */
  method: number;
  /** Kitchen tag of the piece that it was cut from, and the block and lot of that piece. */
  piece: string;
  block: number;
  lot: string | null;
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
  const { tasting } = bundle;
  const place = new Map(tasting.methods.map((method, at) => [method.id, at]));
  const ballots = new Map(bundle.ballots.map((ballot) => [whoAndWhen(ballot), ballot]));
  const sets: HeardSet[] = [];
  const leftOut: LeftOut[] = [];
  for (const portions of bySitting(servedPortions({ ...bundle, key, kitchen: bundle.records.kitchen }))) {
    const { panelist, sitting, seat } = portions[0];
    const ballot = ballots.get(whoAndWhen(portions[0]));
    if (!ballot?.handedInAt) {
      const where = tasting.service.sittings > 1 ? ` of sitting ${sitting}` : '';
      leftOut.push({ panelist, seat, why: `did not ${ballot?.openedAt ? 'hand in' : 'open'} the ballot${where}` });
      continue;
    }
    const answers = currentAnswers(ballot.answers);
    const last = Math.max(...portions.map(({ set }) => set));
    for (let set = 0; set <= last; set++) {
      const own = portions.filter((portion) => portion.set === set);
      const zone = own[0]?.zone ?? null;
      if (own.length === 0 || (only !== null && zone !== only)) continue;
      const samples = own.map(({ code, method, tag: piece, block, lot, position }) => ({
        ...{ code, method: place.get(method) ?? -1, piece, block, lot, position },
      }));
      sets.push({ panelist, sitting, set, zone, samples, answers });
    }
  }
  return { sets, leftOut };
}

const whoAndWhen = ({ panelist, sitting }: { panelist: string; sitting: number }): string => `${sitting} ${panelist}`;

/** Portions of one panelist and sitting together, in the order of the plan. */
function bySitting(portions: readonly ServedPortion[]): ServedPortion[][] {
  const groups = new Map<string, ServedPortion[]>();
  for (const portion of portions) {
    const own = groups.get(whoAndWhen(portion)) ?? [];
    own.push(portion);
    groups.set(whoAndWhen(portion), own);
  }
  return [...groups.values()];
}

/** The block that most samples of a set came from; a relieved portion may be from another. */
export function blockOf({ samples }: HeardSet): number {
  const blocks = samples.map(({ block }) => block);
  const times = (block: number): number => blocks.filter((one) => one === block).length;
  return blocks.reduce((most, block) => (times(block) > times(most) ? block : most), blocks[0]);
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
