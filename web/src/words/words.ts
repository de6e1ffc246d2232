import { useSyncExternalStore } from 'react';
import type { Language } from '../client/api.generated';
import { en } from './en';

/** Languages by their own names. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch', fr: 'Français' };

type Catalogue = Readonly<Record<string, string>>;

/** English is always here; the others are loaded by who reads them. */
const LOADERS: Readonly<Record<Language, () => Promise<Catalogue>>> = {
  en: () => Promise.resolve(en),
  de: () => import('./de').then(({ de }) => de),
  fr: () => import('./fr').then(({ fr }) => fr),
};

type Plain<Key> = Key extends `${infer Base}_ordinal_${string}`
  ? Base
  : Key extends `${infer Base}_one` | `${infer Base}_other`
    ? Base
    : Key;
/** What can be said, plural forms under one name. */
export type WordKey = Plain<keyof typeof en>;

/** What is filled in. `count` chooses the form, of places where it is `ordinal`. */
type Values = Record<string, string | number> & { count?: number };
export type Words = (key: WordKey, values?: Values, isPlace?: 'ordinal') => string;

/** What is read now. The page has one language, so there is one of it. */
let now: { language: Language; words: Catalogue } = { language: 'en', words: en };
const listeners = new Set<() => void>();

/**
 * Says something in the language that is read now. Forms of number follow the Unicode rules that the browser brings
 * (Intl.PluralRules), as do digits (Intl.NumberFormat).
 */
export const say: Words = (key, values = {}, isPlace) => {
  const digits = new Intl.NumberFormat(now.language);
  return wordsOf(key, values.count, isPlace).replace(/{{(\w+)}}/g, (_, name: string) => {
    const value = values[name] ?? '';
    return typeof value === 'number' ? digits.format(value) : value;
  });
};

function wordsOf(key: WordKey, count: number | undefined, isPlace: 'ordinal' | undefined): string {
  const rules = new Intl.PluralRules(now.language, { type: isPlace ?? 'cardinal' });
  const form = `${key}${isPlace ? '_ordinal' : ''}_${count === undefined ? '' : rules.select(count)}`;
  const other = `${key}${isPlace ? '_ordinal' : ''}_other`;
  const { words } = now;
  return words[form] ?? words[other] ?? words[key] ?? (en as Catalogue)[key] ?? key;
}

/** What a coordinator left as it was proposed is Jacana's own word, and said in the language that is read. */
export const orOwn = (typed: string, own: 'most-liked' | 'least-liked', t: Words): string =>
  typed === '' || typed === en[own] ? t(own) : typed;

/** Reads in a language from now on. Resolves once its words are here; offline, it stays with the words that are. */
export async function readIn(language: Language): Promise<void> {
  if (language === now.language) return;
  const words = await LOADERS[language]().catch(() => null);
  if (!words) return;
  now = { language, words };
  document.documentElement.lang = language;
  for (const changed of listeners) changed();
}

function subscribe(changed: () => void): () => void {
  listeners.add(changed);
  return () => void listeners.delete(changed);
}

export const useLanguage = (): Language => useSyncExternalStore(subscribe, () => now.language);

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
