import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What is known only while it happens. */
export interface LiveState {
  /** Whether the stream of events is connected. */
  connected: boolean;
  /** Finished fraction of a running computation, by tasting. */
  computing: Record<string, number>;
}

const live = createSlice({
  name: 'live',
  initialState: (): LiveState => ({ connected: false, computing: {} }),
  reducers: {
    connectionChanged: (state, { payload }: PayloadAction<boolean>) => {
      state.connected = payload;
    },
    computationMoved: (state, { payload }: PayloadAction<{ tastingId: string; fraction: number }>) => {
      state.computing[payload.tastingId] = payload.fraction;
    },
  },
});

export const { connectionChanged, computationMoved } = live.actions;
export const liveReducer = live.reducer;
