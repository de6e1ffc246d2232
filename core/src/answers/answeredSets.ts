import { currentAnswers, type Answer, type Ballot, type TastingBundle, type Test } from '../bundle';
import { isOfTwoSamples } from '../questions';
import type { ServedPortion } from '../served';
import { trayName, type PersonState, type ServiceDay } from '../service';
import type { LeftOut } from './leftOut';
import { isPattern } from './pattern';

/** One sample of a set, once the key is known. */
export interface AnsweredSample {
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
export interface AnsweredSet {
  panelist: string;
  sitting: number;
  /** Number of the set at its sitting. */
  set: number;
  zone: string | null;
  samples: AnsweredSample[];
  answers: Answer[];
}

/** Which sets are to be heard, where a part of the tasting is asked; of a set that does not count nothing is left but its zone. */
export type Wanted = (set: Pick<AnsweredSet, 'zone' | 'samples'>) => boolean;

/** What the sets are read from: who ate what, and what happened to people. */
interface Served {
  bundle: Pick<TastingBundle, 'tasting' | 'ballots'>;
  portions: readonly ServedPortion[];
  service: Pick<ServiceDay, 'people'>;
}

/**
 * Everything that was handed in, set by set, as it was eaten. Nothing is filled in for ballots that did not
 * come, nor for plates that nobody ate; they are listed with the reason. Who had to stop midway is heard as far
 * as they came. Of two plates of one method on a tray the one that was eaten first counts.
 *
 * @param isWanted which sets are heard; default all
 */
export function answeredSets(
  { bundle, portions: all, service: { people } }: Served,
  isWanted: Wanted = () => true,
): { sets: AnsweredSet[]; leftOut: LeftOut[] } {
  const { tasting } = bundle;
  const place = new Map(tasting.methods.map((method, at) => [method.id, at]));
  const ballots = new Map(bundle.ballots.map((ballot) => [trayName(ballot), ballot]));
  const sets: AnsweredSet[] = [];
  const leftOut: LeftOut[] = [];
  for (const portions of bySitting(all)) {
    const { panelist, sitting, seat, ballot: owner } = portions[0];
    const who = { panelist, sitting, seat };
    const ballot = ballots.get(trayName({ panelist: owner, sitting }));
    const person = people.get(trayName({ panelist: owner, sitting }));
    if (!ballot || !isHeard(ballot, person)) {
      const why = whyNot(ballot, person, tasting.service.sittings > 1 ? sitting : null);
      leftOut.push({ ...who, kind: ballot?.openedAt ? 'unfinished' : 'not-come', why });
      continue;
    }
    const own = setsOf(portions, countingAnswers(ballot), { test: tasting.test, place });
    const isAnyHeard = own.some(({ why }) => why === null);
    for (const heard of own) {
      if (!isWanted(heard.why === null ? heard.set : { zone: heard.zone, samples: [] })) continue;
      if (heard.why === null) sets.push({ panelist, sitting, ...heard.set });
      else leftOut.push({ ...who, kind: isAnyHeard ? 'in-part' : 'left-out', why: heard.why });
    }
  }
  return { sets, leftOut };
}

/** The answers of a ballot that count, picked out once: many sections read them, of a bundle that never changes. */
export function countingAnswers({ answers }: Pick<Ballot, 'answers'>): Answer[] {
  const known = counting.get(answers) ?? currentAnswers(answers);
  counting.set(answers, known);
  return known;
}

const counting = new WeakMap<readonly Answer[], Answer[]>();

const isHeard = ({ handedInAt, openedAt }: Ballot, person: PersonState | undefined): boolean =>
  handedInAt !== null || (openedAt !== null && Boolean(person?.stopped));

/** @param sitting where there are several */
function whyNot(ballot: Ballot | undefined, person: PersonState | undefined, sitting: number | null): string {
  if (person?.absent) return sitting === null ? 'did not come' : `did not come to sitting ${sitting}`;
  const where = sitting === null ? '' : ` of sitting ${sitting}`;
  return `did not ${ballot?.openedAt ? 'hand in' : 'open'} the ballot${where}`;
}

type OneSet = { zone: string | null } & (
  | { why: null; set: Omit<AnsweredSet, 'panelist' | 'sitting'> }
  | { why: string }
);

/** The sets of one tray, each with the answers about what was eaten, or why there are none. */
function setsOf(
  portions: readonly ServedPortion[],
  answers: Answer[],
  { test, place }: { test: Test; place: ReadonlyMap<string, number> },
): OneSet[] {
  const last = Math.max(...portions.map(({ set }) => set));
  return Array.from({ length: last + 1 }, (_, set) => set).flatMap((set): OneSet[] => {
    const own = portions.filter((portion) => portion.set === set);
    // A forced choice goes by which plate is which, not by what was eaten first: the reference stays the reference.
    if (!isOfTwoSamples(test)) own.sort((a, b) => a.position - b.position);
    if (own.length === 0) return [];
    const zone = zoneOf(own[0]);
    const { kept, why } = judged(own, test);
    if (why !== null) return [{ zone, why }];
    const samples = kept.map(({ code, method, tag: piece, block, lot, position }) => ({
      ...{ code, method: place.get(method) ?? -1, piece, block, lot, position },
    }));
    const heard = kept.length === own.length ? answers : answersAbout(answers, set, new Set(kept.map(codeOf)));
    return [{ zone, why, set: { set, zone, samples, answers: heard } }];
  });
}

const codeOf = ({ code }: ServedPortion): string => code;

/** The zone that its set was asked about. */
const zoneOf = ({ zone, planned }: ServedPortion): string | null => (planned ? planned.zone : zone);

/** Portions of one tray together, in the order of the plan. */
function bySitting(portions: readonly ServedPortion[]): ServedPortion[][] {
  const groups = new Map<string, ServedPortion[]>();
  for (const portion of portions) {
    const name = trayName({ panelist: portion.ballot, sitting: portion.sitting });
    const own = groups.get(name) ?? [];
    own.push(portion);
    groups.set(name, own);
  }
  return [...groups.values()];
}

/** The portions of a set that an answer can be about, in the order of eating; or why it can be about none. */
function judged(own: readonly ServedPortion[], test: Test): { kept: ServedPortion[]; why: string | null } {
  // Nothing was repaired here: all of it was eaten as planned, replicates included.
  if (own.every(({ planned }) => planned === null)) return { kept: [...own], why: null };
  const eaten = own.filter((portion) => portion.eaten && portion.zone === zoneOf(portion));
  if (isOfTwoSamples(test)) {
    const isSound = eaten.length === own.length && isPattern(test, own, eaten);
    return { kept: eaten, why: isSound ? null : 'was served other plates than the question needs' };
  }
  const methods = new Set<string>();
  const planned = own.map((portion) => portion.planned?.method ?? portion.method);
  const isReplicated = new Set(planned).size < planned.length;
  const kept = isReplicated ? eaten : eaten.filter(({ method }) => !methods.has(method) && methods.add(method));
  return kept.length > 0 ? { kept, why: null } : { kept, why: 'ate nothing of what was asked about' };
}

/** Answers that name only what was eaten; rankings without the rest. */
function answersAbout(answers: readonly Answer[], set: number, kept: ReadonlySet<string>): Answer[] {
  return answers.flatMap((answer): Answer[] => {
    if (!('set' in answer) || answer.set !== set) return [answer];
    if (answer.kind === 'best-worst') return kept.has(answer.best) && kept.has(answer.worst) ? [answer] : [];
    if (answer.kind !== 'ranking') return [answer];
    const ranking = answer.ranking
      .map((tied) => tied.filter((code) => kept.has(code)))
      .filter(({ length }) => length > 0);
    return ranking.length > 0 ? [{ ...answer, ranking }] : [];
  });
}

/** The block that most samples of a set came from; a relieved portion may be from another. */
export function blockOf({ samples }: AnsweredSet): number {
  const blocks = samples.map(({ block }) => block);
  const times = (block: number): number => blocks.filter((one) => one === block).length;
  return blocks.reduce((most, block) => (times(block) > times(most) ? block : most), blocks[0]);
}

/** The ranking, choice or best-and-worst that was given for a set. */
export const setAnswer = <K extends 'ranking' | 'choice' | 'best-worst'>(
  { answers, set }: AnsweredSet,
  item: string,
  kind: K,
): Extract<Answer, { kind: K }> | undefined =>
  answers.find(
    (answer): answer is Extract<Answer, { kind: K }> =>
      answer.kind === kind && 'set' in answer && answer.item === item && answer.set === set,
  );

/** The score that was given to a sample. */
export function scoreOf({ answers }: AnsweredSet, item: string, code: string): number | null {
  let scores = scoresOf.get(answers);
  if (!scores) {
    scores = new Map(answers.flatMap((one) => (one.kind === 'score' ? [[`${one.item} ${one.code}`, one.score]] : [])));
    scoresOf.set(answers, scores);
  }
  return scores.get(`${item} ${code}`) ?? null;
}

/** Scores by question and code: each is looked up many times, in sets that never change. */
const scoresOf = new WeakMap<readonly Answer[], ReadonlyMap<string, number>>();

/** Ids of those who answered any of these sets. */
export const peopleIn = (sets: readonly AnsweredSet[]): string[] => [...new Set(sets.map((set) => set.panelist))];
