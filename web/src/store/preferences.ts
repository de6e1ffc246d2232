import { LOCALES, type Locale } from '@jacana/core/kitchen';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Units = 'metric' | 'us';

/** How this person likes to see things; kept in the browser. */
export interface Preferences {
  units: Units;
  /** Whose published limits are shown. */
  locale: Locale;
}

const STORE = 'jacana.units';
const LOCALE_STORE = 'jacana.limits';

const preferences = createSlice({
  name: 'preferences',
  initialState: (): Preferences => ({
    units: localStorage.getItem(STORE) === 'us' ? 'us' : 'metric',
    locale: LOCALES.find((locale) => locale === localStorage.getItem(LOCALE_STORE)) ?? 'us',
  }),
  reducers: {
    unitsChosen: (state, { payload }: PayloadAction<Units>) => {
      state.units = payload;
    },
    localeChosen: (state, { payload }: PayloadAction<Locale>) => {
      state.locale = payload;
    },
  },
});

export const { unitsChosen, localeChosen } = preferences.actions;
export const preferencesReducer = preferences.reducer;
export const rememberUnits = (units: Units): void => localStorage.setItem(STORE, units);
export const rememberLocale = (locale: Locale): void => localStorage.setItem(LOCALE_STORE, locale);
