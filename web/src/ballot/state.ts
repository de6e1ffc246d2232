import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { comparedCodes, placeOfAnswer, scopeOf, untastedCodes } from '@jacana/core/questions';
import type { AnswerValue } from '@jacana/core/bundle';
import type { AnswerInput, BallotView } from '../client/api.generated';
import { type Step, stepsOf } from './steps';

/** How the line to the server is: all saved, sending, or waiting for a connection. */
export type Line = 'saved' | 'sending' | 'waiting';

/** Everything this device knows of the ballot; kept in the browser, so that nothing depends on the network. */
export interface BallotState {
  /** The server's view of it; null until the ballot was first opened. */
  ballot: BallotView | null;
  /** What keeps the panelist from answering; the server's words are for the coordinator. */
  refusal: { kind: 'closed' | 'elsewhere' | 'missing' | 'problem'; message: string } | null;
  /** Number of the screen. */
  step: number;
  /** The answers that count, by what they are about. */
  given: Record<string, AnswerInput>;
  /** Rankings that are still being made, by question and set. */
  halfMade: Record<string, string[][]>;
  /** Answers that the server has not acknowledged. */
  queue: AnswerInput[];
  /** Id of the hand-in, once the panelist has handed in and until it is acknowledged. */
  handIn: string | null;
  /** That this panelist stops, and why, until it is acknowledged. */
  stop: { id: string; because: string } | null;
  /** What the last sample was taken for, until it is acknowledged; without a method for no idea. */
  guess: { id: string; method?: string } | null;
  /** The pause that runs: before which sample, and since when by this device's clock. */
  rinse: { code: string; since: number } | null;
  /** The sample that is looked at, and since when by this device's clock. */
  looking: { code: string; since: number } | null;
  /** Whether another device has answered more, to be looked at before handing in again. */
  isBehind: boolean;
  line: Line;
}

export const fresh: BallotState = {
  ballot: null,
  refusal: null,
  step: 0,
  given: {},
  halfMade: {},
  queue: [],
  handIn: null,
  stop: null,
  guess: null,
  rinse: null,
  looking: null,
  isBehind: false,
  line: 'saved',
};

/** What is left of a ballot that is in: that it is, and its mark. The next one with this phone reads no answer here. */
export const forgotten = (state: BallotState): BallotState =>
  state.ballot?.state !== 'handed-in' || state.guess !== null
    ? state
    : { ...fresh, ballot: { ...state.ballot, answers: [], sets: [], items: [], guess: null } };

/** What an answer is about. */
export const placeOf = (answer: Omit<AnswerInput, 'id'>): string => placeOfAnswer(answer as AnswerValue);

/** Name of a ranking in the making. */
export const makingOf = (item: string, set: number): string => `${item} ${set}`;

const slice = createSlice({
  name: 'ballot',
  initialState: fresh,
  reducers: {
    /** The server's view of the ballot; what this device still has to send wins over it. */
    opened: (state, { payload: ballot }: PayloadAction<BallotView>) => {
      const isAnother = state.ballot !== null && state.ballot.sitting !== ballot.sitting;
      if (isAnother) Object.assign(state, fresh);
      // What is in the samples was put right since: it has to be read once more.
      const agreed = state.given[placeOf({ kind: 'agreed' })]?.contains;
      if (agreed && String(agreed) !== String(ballot.contains)) state.step = 0;
      state.ballot = ballot;
      state.refusal =
        ballot.state === 'elsewhere' || ballot.state === 'closed' ? { kind: ballot.state, message: '' } : null;
      if (ballot.state === 'handed-in') Object.assign(state, { queue: [], handIn: null, line: 'saved' });
      // What another device entered is seen here too; what is typed here and not sent yet stays.
      const unsent = new Set(state.queue.map(placeOf));
      for (const answer of ballot.answers) {
        const place = placeOf(answer);
        const isOwn = unsent.has(place) || (answer.kind === 'comment' && state.given[place]);
        if (!isOwn) state.given[place] = answer;
      }
    },
    stepped: (state, { payload }: PayloadAction<number>) => {
      state.step = payload;
    },
    answered: (state, { payload: answer }: PayloadAction<AnswerInput>) => {
      const place = placeOf(answer);
      const before = state.given[place];
      if (before && sameValue(before, answer)) return;
      state.given[place] = answer;
      state.queue = [...state.queue.filter((other) => placeOf(other) !== place), answer];
    },
    making: (state, { payload: { name, ranking } }: PayloadAction<{ name: string; ranking: string[][] }>) => {
      state.halfMade[name] = ranking;
    },
    /** Free words are kept here and go out with the hand-in, since they change with every key. */
    commented: (state, { payload: answer }: PayloadAction<AnswerInput>) => {
      state.given[placeOf(answer)] = answer;
    },
    handedIn: (state, { payload: id }: PayloadAction<string>) => {
      state.handIn ??= id;
      state.isBehind = false;
    },
    handInTakenBack: (state, { payload: isBehind }: PayloadAction<boolean>) => {
      state.handIn = null;
      state.isBehind = isBehind;
    },
    guessed: (state, { payload }: PayloadAction<BallotState['guess']>) => {
      state.guess ??= payload;
    },
    stopping: (state, { payload }: PayloadAction<BallotState['stop']>) => {
      state.stop ??= payload;
    },
    stopEnded: (state) => {
      state.stop = null;
      if (state.ballot?.state === 'open') state.ballot.state = 'stopped';
    },
    rinsing: (state, { payload }: PayloadAction<BallotState['rinse']>) => {
      state.rinse = payload;
    },
    lookedAt: (state, { payload }: PayloadAction<BallotState['looking']>) => {
      state.looking = payload;
    },
    trayIsOut: (state) => {
      if (state.ballot) state.ballot.isTrayOut = true;
    },
    /** Stored, or no longer asked for. */
    guessEnded: (state, { payload: isGiven }: PayloadAction<boolean>) => {
      state.guess = null;
      if (state.ballot?.guess) state.ballot.guess = isGiven ? { ...state.ballot.guess, isGiven } : null;
    },
    acknowledged: (state, { payload: ids }: PayloadAction<string[]>) => {
      state.queue = state.queue.filter((answer) => !ids.includes(answer.id));
    },
    /** Kept, to be held against what the server has later. */
    markTold: (state, { payload: mark }: PayloadAction<string>) => {
      if (state.ballot) state.ballot.mark = mark;
    },
    lineChanged: (state, { payload }: PayloadAction<Line>) => {
      state.line = payload;
    },
    refused: (state, { payload }: PayloadAction<BallotState['refusal']>) => {
      state.refusal = payload;
    },
  },
});

export const actions = slice.actions;
export const ballotReducer = slice.reducer;

function sameValue({ id: _a, ...one }: AnswerInput, { id: _b, ...other }: AnswerInput): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

/** Everything that was answered, as it is handed in; empty comments are none. */
export const handedOver = ({ given }: BallotState): AnswerInput[] =>
  Object.values(given)
    .filter((answer) => answer.kind !== 'comment' || answer.text?.trim())
    .map((answer) => (answer.kind === 'comment' ? { ...answer, text: answer.text?.trim() } : answer));

/** The first screen with something to answer; the check when nothing is left. */
export function firstOpenStep(ballot: BallotView, given: BallotState['given']): number {
  const at = stepsOf(ballot).findIndex((step) => !isDone(step, ballot, given));
  return at < 0 ? stepsOf(ballot).length - 1 : at;
}

function isDone(step: Step, ballot: BallotView, given: BallotState['given']): boolean {
  switch (step.at) {
    case 'welcome':
      return true;
    case 'check':
      return false;
    case 'tray':
      return ballot.isTrayOut || placeOf({ kind: 'arrived' }) in given || hasBegun(given);
    case 'warm-up':
      return placeOf({ kind: 'tasted', code: step.code }) in given;
    case 'rinse':
      return isRinsed(step, given);
    case 'sample':
      if (untastedIn(given).has(step.code)) return true;
      return step.item
        ? hasAnswer(given, step.item.id, { code: step.code })
        : placeOf({ kind: 'tasted', code: step.code }) in given;
    case 'set':
      return (
        comparedCodes(step.item, step.codes, untastedIn(given)) === null ||
        hasAnswer(given, step.item.id, { set: step.set })
      );
  }
}

/** Whoever has answered of a sample has it before them. */
const hasBegun = (given: BallotState['given']): boolean =>
  Object.values(given).some(({ code, set }) => code !== undefined || set !== undefined);

/** Samples that this panelist did not taste. */
export const untastedIn = (given: BallotState['given']): ReadonlySet<string> =>
  untastedCodes(Object.values(given) as AnswerValue[]);

/** Screens that nothing is to be done on: pauses that are over, and what else was asked of a sample that was not tasted. */
function isPassed(steps: readonly Step[], at: number, given: BallotState['given']): boolean {
  const step = steps[at];
  if (step?.at === 'rinse') return isRinsed(step, given);
  if (step?.at !== 'sample' || !untastedIn(given).has(step.code)) return false;
  return steps.findIndex((one) => one.at === 'sample' && one.code === step.code) < at;
}

/** What a device notes beside the answers. */
const BESIDES: ReadonlySet<AnswerInput['kind']> = new Set(['rinse', 'timed']);

/** Whether a pause is over; what was answered after it says so too. */
function isRinsed({ code }: { code: string }, given: BallotState['given']): boolean {
  const pause = given[placeOf({ kind: 'rinse', code })];
  return (
    typeof pause?.seconds === 'number' ||
    Object.values(given).some((one) => !BESIDES.has(one.kind) && one.code === code)
  );
}

/** The screen before this one that may be gone back to; null where there is none. */
export function stepBefore(ballot: BallotView, at: number, given: BallotState['given']): number | null {
  const steps = stepsOf(ballot);
  const before = steps
    .slice(0, at)
    .findLastIndex((step, one) => !['rinse', 'tray'].includes(step.at) && !isPassed(steps, one, given));
  if (before < 0) return null;
  if (ballot.goingBack || steps[before].at === 'welcome') return before;
  // Within one sample, and among what compares one set, everything may be changed.
  const [now, then] = [steps[at], steps[before]];
  const isSame =
    (now.at === 'sample' && then.at === 'sample' && now.code === then.code) ||
    (now.at === 'set' && then.at === 'set' && now.set === then.set) ||
    (ballot.presentation === 'side-by-side' && setOf(now) === setOf(then) && setOf(now) !== null) ||
    now.at === 'check';
  return isSame ? before : null;
}

const setOf = (step: Step): number | null => (step.at === 'sample' || step.at === 'set' ? step.set : null);

/** The screen after this one; pauses that are over are passed. */
export function stepAfter(ballot: BallotView, at: number, given: BallotState['given']): number {
  const steps = stepsOf(ballot);
  let next = at + 1;
  while (isPassed(steps, next, given)) next++;
  return next;
}

const hasAnswer = (
  given: BallotState['given'],
  item: string,
  { code, set }: { code?: string; set?: number },
): boolean => Object.values(given).some((answer) => answer.item === item && answer.code === code && answer.set === set);

/** Comments are asked for at the end. */
export const commentItems = (ballot: BallotView): BallotView['items'] =>
  ballot.items.filter((item) => scopeOf(item) === 'ballot');
