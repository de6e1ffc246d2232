import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';

/** A short message at the edge of the screen, perhaps with a way back. */
export interface Notice {
  id: string;
  text: string;
  /** Tasting that "Undo" brings back. */
  restores?: string;
}

const notices = createSlice({
  name: 'notices',
  initialState: [] as Notice[],
  reducers: {
    noticeShown: {
      reducer: (state, { payload }: PayloadAction<Notice>) => void state.push(payload),
      prepare: (notice: Omit<Notice, 'id'>) => ({ payload: { ...notice, id: nanoid() } }),
    },
    noticeGone: (state, { payload }: PayloadAction<string>) => state.filter((notice) => notice.id !== payload),
  },
});

export const { noticeShown, noticeGone } = notices.actions;
export const noticesReducer = notices.reducer;
