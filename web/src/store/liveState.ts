import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Someone who has the tasting open. */
export interface Visitor {
  account: string;
  name: string;
  /** The stage that they are at. */
  at: string;
}

/** What is known only while it happens. */
export interface LiveState {
  /** Whether the stream of events is connected. */
  connected: boolean;
  /** Finished fraction of a running computation, by what is computed and tasting. */
  computing: Record<string, number>;
  /** Who is here, by tasting, oneself among them. */
  visitors: Record<string, Visitor[]>;
  /** Version of the draft that was saved last, by tasting. */
  drafts: Record<string, number>;
}

const live = createSlice({
  name: 'live',
  initialState: (): LiveState => ({ connected: false, computing: {}, visitors: {}, drafts: {} }),
  reducers: {
    connectionChanged: (state, { payload }: PayloadAction<boolean>) => {
      state.connected = payload;
    },
    computationMoved: (state, { payload }: PayloadAction<{ of: string; fraction: number }>) => {
      state.computing[payload.of] = payload.fraction;
    },
    visitorsChanged: (state, { payload }: PayloadAction<{ tastingId: string; people: Visitor[] }>) => {
      state.visitors[payload.tastingId] = payload.people;
    },
    draftSaved: (state, { payload }: PayloadAction<{ tastingId: string; version: number }>) => {
      state.drafts[payload.tastingId] = payload.version;
    },
  },
});

export const { connectionChanged, computationMoved, visitorsChanged, draftSaved } = live.actions;
export const liveReducer = live.reducer;
