import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Units = 'metric' | 'us';

/** How this person likes to see things; kept in the browser. */
export interface Preferences {
  units: Units;
}

const STORE = 'jacana.units';

const preferences = createSlice({
  name: 'preferences',
  initialState: (): Preferences => ({
    units: localStorage.getItem(STORE) === 'us' ? 'us' : 'metric',
  }),
  reducers: {
    unitsChosen: (state, { payload }: PayloadAction<Units>) => {
      state.units = payload;
    },
  },
});

export const { unitsChosen } = preferences.actions;
export const preferencesReducer = preferences.reducer;
export const rememberUnits = (units: Units): void => localStorage.setItem(STORE, units);
