import type { Language } from '../tasting';
import { de } from './de';
import { en } from './en';
import { fr } from './fr';
import { PAPER, type PaperKey } from './paper';
import { sayIn, type WordKey, type Words } from './say';

const CATALOGUES: Readonly<Record<Language, Readonly<Record<string, string>>>> = { en, de, fr };

export type PaperWords = Words<WordKey | PaperKey>;

/** The words of a language, for what is printed: a phone loads those alone that it reads. */
export const wordsIn = (language: Language): PaperWords =>
  sayIn<WordKey | PaperKey>(language, { ...CATALOGUES[language], ...PAPER[language] });
