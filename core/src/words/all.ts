import type { Language } from '../tasting';
import { de } from './de';
import { en } from './en';
import { fr } from './fr';
import { sayIn, type Words } from './say';

const CATALOGUES: Readonly<Record<Language, Readonly<Record<string, string>>>> = { en, de, fr };

/** The words of a language, for what is printed: a phone loads those alone that it reads. */
export const wordsIn = (language: Language): Words => sayIn(language, CATALOGUES[language]);
