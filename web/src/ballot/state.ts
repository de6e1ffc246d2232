import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { AnswerInput, BallotView } from '../app/api.generated';

/** Where the panelist is: welcome, one step per sample, ranking, last look. */
export type Step = { at: 'welcome' } | { at: 'sample'; number: number } | { at: 'ranking' } | { at: 'check' };

/** What the line to the server is like. */
export type Line = 'saved' | 'sending' | 'waiting';

/** Everything about one ballot on this device; kept in the browser after every change. */
export interface BallotState {
  /** As the server last said it; null until the ballot was first opened. */
  ballot: BallotView | null;
  /** What keeps the panelist from answering, in the server's words. */
  refusal: { kind: 'closed' | 'elsewhere' | 'missing' | 'problem'; message: string } | null;
  step: Step;
  tasted: string[];
  liking: Record<string, number>;
  /** Groups from most to least liked; what is not placed yet is missing. */
  ranking: string[][];
  comment: string;
  /** Answers that the server has not acknowledged. */
  queue: AnswerInput[];
  /** Id of the hand-in, once the panelist has handed in and until it is acknowledged. */
  handIn: string | null;
  line: Line;
}

export const fresh: BallotState = {
  ballot: null,
  refusal: null,
  step: { at: 'welcome' },
  tasted: [],
  liking: {},
  ranking: [],
  comment: '',
  queue: [],
  handIn: null,
  line: 'saved',
};

interface Scored {
  id: string;
  code: string;
  score: number;
}

const slice = createSlice({
  name: 'ballot',
  initialState: fresh,
  reducers: {
    /** The server's view of the ballot; what this device still has to send wins over it. */
    opened: (state, { payload: ballot }: PayloadAction<BallotView>) => {
      state.ballot = ballot;
      state.refusal =
        ballot.state === 'elsewhere' || ballot.state === 'closed' ? { kind: ballot.state, message: '' } : null;
      if (ballot.state === 'handed-in') Object.assign(state, { queue: [], handIn: null, line: 'saved' });
      for (const { code, score } of ballot.liking) state.liking[code] ??= score;
      for (const code of [...ballot.tasted, ...ballot.liking.map((one) => one.code)]) {
        if (!state.tasted.includes(code)) state.tasted.push(code);
      }
    },
    stepped: (state, { payload }: PayloadAction<Step>) => {
      state.step = payload;
    },
    scored: (state, { payload: { id, code, score } }: PayloadAction<Scored>) => {
      state.liking[code] = score;
      state.queue = [
        ...state.queue.filter((answer) => answer.code !== code || answer.kind !== 'liking'),
        { id, kind: 'liking', code, score },
      ];
      if (!state.tasted.includes(code)) state.tasted.push(code);
    },
    finished: (state, { payload: { id, code } }: PayloadAction<{ id: string; code: string }>) => {
      if (state.tasted.includes(code)) return;
      state.tasted.push(code);
      state.queue.push({ id, kind: 'tasted', code });
    },
    ranked: (state, { payload }: PayloadAction<string[][]>) => {
      state.ranking = payload;
    },
    commented: (state, { payload }: PayloadAction<string>) => {
      state.comment = payload;
    },
    handedIn: (state, { payload: id }: PayloadAction<string>) => {
      state.handIn ??= id;
    },
    handInTakenBack: (state) => {
      state.handIn = null;
    },
    acknowledged: (state, { payload: ids }: PayloadAction<string[]>) => {
      state.queue = state.queue.filter((answer) => !ids.includes(answer.id));
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

/** Samples not yet placed in the ranking, in serving order. */
export function unplaced({ ballot, ranking }: BallotState): string[] {
  const placed = new Set(ranking.flat());
  return (ballot?.codes ?? []).filter((code) => !placed.has(code));
}
