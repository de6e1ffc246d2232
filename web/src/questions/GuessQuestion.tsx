import { useId, useState } from 'react';
import { Pad } from '../ui/Pad';
import { useWords } from '../words/words';

interface GuessQuestionProps {
  ask: string;
  /** The sample that it is about. */
  code: string;
  methods: readonly { id: string; name: string }[];
  /** Null for no idea. */
  onGive: (method: string | null) => void;
}

const NO_IDEA = '';

/** Which method a sample was taken for: one of those there were, or no idea. */
export function GuessQuestion({ ask, code, methods, onGive }: GuessQuestionProps) {
  const t = useWords();
  const name = useId();
  const [chosen, setChosen] = useState<string | null>(null);
  const offered = [...methods, { id: NO_IDEA, name: t('no-idea') }];
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (chosen !== null) onGive(chosen === NO_IDEA ? null : chosen);
      }}
    >
      <fieldset>
        <legend className="w-full text-center">
          <Pad label={code} size="4.5rem" className="mx-auto" />
          <span className="my-2 block font-serif text-2xl leading-tight text-balance break-words">{ask}</span>
        </legend>
        <div className="space-y-2">
          {offered.map(({ id, name: text }) => (
            <label
              key={id}
              className="flex min-h-12 items-center gap-3 rounded-xl border-2 border-line bg-white px-4 py-2 text-left break-words has-checked:border-chestnut has-focus-visible:outline-2 dim:border-night-line dim:bg-[#14302e] dim:has-checked:border-night-ink"
            >
              <input
                type="radio"
                name={name}
                className="size-5 shrink-0 accent-chestnut"
                checked={chosen === id}
                onChange={() => setChosen(id)}
              />
              <span className="min-w-0">{text}</span>
            </label>
          ))}
        </div>
      </fieldset>
      <button
        type="submit"
        disabled={chosen === null}
        className="mt-4 min-h-14 w-full rounded-xl border-2 border-chestnut px-4 py-3 text-lg font-bold text-chestnut disabled:opacity-45 dim:border-night-quiet dim:text-night-ink"
      >
        {t('send')}
      </button>
    </form>
  );
}
