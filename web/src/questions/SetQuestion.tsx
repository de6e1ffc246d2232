import type { BallotItem } from '@jacana/core/bundle';
import { choicesOf } from '@jacana/core/questions';
import { Suspense } from 'react';
import { Pad } from '../ui/Pad';
import { LazyRankingBoard } from './LazyRankingBoard';
import { useWords, type WordKey } from '../words/words';

/** What was answered about samples side by side; a ranking or a choice may be half made. */
export interface SetValue {
  ranking?: string[][];
  choice?: string[];
  best?: string;
  worst?: string;
}

interface SetQuestionProps {
  item: BallotItem;
  /** In serving order. */
  codes: readonly string[];
  value: SetValue;
  onChange: (value: SetValue) => void;
}

/** A question that compares samples. */
export function SetQuestion({ item, codes, value, onChange }: SetQuestionProps) {
  switch (item.kind) {
    case 'ranking':
      return (
        <Suspense>
          <LazyRankingBoard
            codes={codes}
            ranking={value.ranking ?? []}
            high={item.high}
            low={item.low}
            ties={item.ties}
            onChange={(ranking) => onChange({ ranking })}
          />
        </Suspense>
      );
    case 'best-worst':
      return <BestWorst codes={codes} value={value} onChange={onChange} />;
    default:
      return <Choice item={item} codes={codes} choice={value.choice} onChange={(choice) => onChange({ choice })} />;
  }
}

/** Whether a set's question is answered for good. */
export function isSetAnswered(item: BallotItem, codes: readonly string[], value: SetValue): boolean {
  switch (item.kind) {
    case 'ranking':
      return (value.ranking ?? []).flat().length === codes.length;
    case 'best-worst':
      return value.best !== undefined && value.worst !== undefined;
    default: {
      const chosen = value.choice?.length;
      return chosen === choicesOf(item, codes).choose || (chosen === 0 && item.ties);
    }
  }
}

interface ChoiceProps {
  item: BallotItem;
  codes: readonly string[];
  choice: string[] | undefined;
  onChange: (choice: string[]) => void;
}

/** As large as the row allows, so that what is served in a row stands in one. */
const PAD = 'mx-auto h-auto w-full max-w-22';

/** What stands on the buttons where a word is chosen instead of a sample. */
const WORDS: Readonly<Record<string, WordKey>> = {
  a: 'is-a',
  'not-a': 'is-not-a',
  same: 'same',
  different: 'different',
};

function Choice({ item, codes, choice, onChange }: ChoiceProps) {
  const t = useWords();
  const { offered, choose } = choicesOf(item, codes);
  const words = offered.filter((one) => !codes.includes(one));
  const toggle = (code: string): void => {
    const without = (choice ?? []).filter((one) => one !== code);
    onChange(choice?.includes(code) ? without : [...without, code].slice(-choose));
  };
  return (
    <div className="w-full">
      <p className="mb-4 text-center text-quiet dim:text-night-quiet">
        {t(codes.length > 1 ? 'left-to-right' : 'taste-answer')} {item.kind !== 'paired-preference' && t('must-choose')}
      </p>
      <ul
        className={`mx-auto grid gap-2 ${codes.length === 3 ? 'grid-cols-3' : codes.length === 1 ? 'grid-cols-1' : 'max-w-72 grid-cols-2'}`}
      >
        {codes.map((code) => {
          if (!offered.includes(code))
            return (
              <li key={code} className="text-center">
                <Pad label={code} size="100%" className={PAD} />
                {words.length === 0 && <span className="mt-1 block text-sm">{t('the-first')}</span>}
              </li>
            );
          return (
            <li key={code}>
              <Option code={code} isChosen={choice?.includes(code) ?? false} onChoose={() => toggle(code)} />
            </li>
          );
        })}
      </ul>
      <div className="mt-6 flex flex-col gap-2">
        {words.map((word) => (
          <Word
            key={word}
            text={word in WORDS ? t(WORDS[word]) : word}
            isChosen={choice?.[0] === word}
            onChoose={() => onChange([word])}
          />
        ))}
        {item.kind === 'paired-preference' && item.ties && (
          <Word text={t('no-preference')} isChosen={choice?.length === 0} onChoose={() => onChange([])} />
        )}
      </div>
    </div>
  );
}

function Option({ code, isChosen, onChoose }: { code: string; isChosen: boolean; onChoose: () => void }) {
  const t = useWords();
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-pressed={isChosen}
      aria-label={t('choose', { code })}
      className="block w-full rounded-2xl border-4 border-transparent p-1 text-center aria-pressed:border-ink aria-pressed:bg-paper dim:aria-pressed:border-night-ink dim:aria-pressed:bg-transparent"
    >
      <Pad label={code} size="100%" className={PAD} />
      <span className="block min-h-6 text-sm font-bold">{isChosen ? t('is-chosen') : ''}</span>
    </button>
  );
}

function Word({ text, isChosen, onChoose }: { text: string; isChosen: boolean; onChoose: () => void }) {
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-pressed={isChosen}
      className="min-h-14 w-full rounded-xl border border-quiet/45 bg-paper px-4 py-2 text-center text-lg aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-bold aria-pressed:text-white dim:border-night-line dim:bg-transparent dim:aria-pressed:bg-night-ink dim:aria-pressed:text-night"
    >
      {text}
    </button>
  );
}

function BestWorst({ codes, value, onChange }: Omit<SetQuestionProps, 'item'>) {
  const t = useWords();
  const { best, worst } = value;
  const rows = [
    {
      what: t('most-liked'),
      chosen: best,
      choose: (code: string) => onChange({ best: code, worst: worst === code ? undefined : worst }),
    },
    {
      what: t('least-liked'),
      chosen: worst,
      choose: (code: string) => onChange({ worst: code, best: best === code ? undefined : best }),
    },
  ];
  return (
    <div className="w-full space-y-4">
      {rows.map(({ what, chosen, choose }) => (
        <section key={what} aria-label={what}>
          <h2 className="mb-1 font-bold text-chestnut dim:text-night-ink">{what}</h2>
          <ul className="grid grid-cols-3 gap-1">
            {codes.map((code) => (
              <li key={code}>
                <Option code={code} isChosen={chosen === code} onChoose={() => choose(code)} />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
