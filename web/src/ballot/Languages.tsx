import type { Language } from '../client/api.generated';
import { LANGUAGE_NAMES, readIn, useLanguage, useWords } from '../words/words';
import { languageMemory } from './memory';

const LANGUAGES = Object.keys(LANGUAGE_NAMES) as Language[];

/** The ballot's own words in another language; questions stay as the coordinator wrote them. */
export function Languages() {
  const t = useWords();
  const now = useLanguage();
  return (
    <nav aria-label={t('language')} className="mb-3 flex flex-wrap gap-x-4">
      {LANGUAGES.map((one) => (
        <button
          key={one}
          type="button"
          lang={one}
          aria-pressed={one === now}
          onClick={() => {
            languageMemory.write(one);
            void readIn(one);
          }}
          className="min-h-12 underline-offset-4 aria-pressed:font-bold aria-[pressed=false]:underline"
        >
          {LANGUAGE_NAMES[one]}
        </button>
      ))}
    </nav>
  );
}

/** What this device was read in before, or else what its browser speaks. */
export const ownLanguage = (): Language =>
  languageMemory.read() ?? LANGUAGES.find((one) => navigator.language.startsWith(one)) ?? 'en';
