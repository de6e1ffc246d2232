import { en, sayIn, type Words } from '@jacana/core/words';
import { useSyncExternalStore } from 'react';
import type { Language } from '../client/api.generated';

/** Languages by their own names. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch', fr: 'Français' };

type Catalogue = Readonly<Record<string, string>>;

/** English is always here; the others are loaded by who reads them. */
const LOADERS: Readonly<Record<Language, () => Promise<Catalogue>>> = {
  en: () => Promise.resolve(en),
  de: () => import('@jacana/core/words/de').then(({ de }) => de),
  fr: () => import('@jacana/core/words/fr').then(({ fr }) => fr),
};

/** What is read now. The page has one language, so there is one of it. */
let now: { language: Language; say: Words } = { language: 'en', say: sayIn('en', en) };
const listeners = new Set<() => void>();

/** Says something in the language that is read now. */
export const say: Words = (...what) => now.say(...what);

/** Reads in a language from now on. Resolves once its words are here; offline, it stays with the words that are. */
export async function readIn(language: Language): Promise<void> {
  if (language === now.language) return;
  const words = await LOADERS[language]().catch(() => null);
  if (!words) return;
  now = { language, say: sayIn(language, words) };
  if (typeof document !== 'undefined') document.documentElement.lang = language;
  for (const changed of listeners) changed();
}

function subscribe(changed: () => void): () => void {
  listeners.add(changed);
  return () => void listeners.delete(changed);
}

export const languageNow = (): Language => now.language;

export const useLanguage = (): Language => useSyncExternalStore(subscribe, languageNow, languageNow);

/** The words of the language that is read, and anew when that changes. */
export function useWords(): Words {
  useLanguage();
  return say;
}

/** A time of day, as this language writes it. */
export const timeText = (moment: string): string =>
  new Date(moment).toLocaleTimeString(now.language === 'en' ? 'en-GB' : now.language, {
    hour: '2-digit',
    minute: '2-digit',
  });

export { orOwn, type WordKey, type Words } from '@jacana/core/words';
