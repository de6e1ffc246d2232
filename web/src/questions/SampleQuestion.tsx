import type { BallotItem } from '@jacana/core/bundle';
import { answerKindOf, scaleOf, type Step } from '@jacana/core/questions';
import { LineScale } from './LineScale';
import { Steps } from './Steps';
import { useWords, type WordKey, type Words as Say } from '../words/words';

/** What was answered about one sample. */
export interface SampleValue {
  score?: number;
  words?: string[];
}

interface SampleQuestionProps {
  item: BallotItem;
  value: SampleValue;
  /** Id of the question's heading. */
  labelledBy: string;
  onChange: (value: SampleValue) => void;
}

/** A question about one sample: words to tick, named steps, or, where the scale has none, a line. */
export function SampleQuestion({ item, value, labelledBy, onChange }: SampleQuestionProps) {
  const t = useWords();
  if (answerKindOf(item) === 'words')
    return <Words item={item} words={value.words ?? []} onChange={(words) => onChange({ words })} />;
  const steps = scaleOf(item).steps?.map((step) => shownStep(item, step, t));
  const shared = { value: value.score, labelledBy, onChange: (score: number) => onChange({ score }) };
  return steps ? <Steps steps={steps} {...shared} /> : <LineScale low={item.low} high={item.high} {...shared} />;
}

/** A category shows its words; the number beside it is what it counts, which is nobody's but the coordinator's. */
function shownStep(item: BallotItem, step: Step, t: Say): Step {
  const { number: _number, ...words } = { ...step, text: stepText(item, step, t) };
  return item.kind === 'category' ? words : { ...step, ...words };
}

/** Steps that Jacana names, in the language that is read; those that the coordinator named, as they were typed. */
function stepText(item: BallotItem, { score, text }: Step, t: Say): string {
  if (item.kind === 'liking') return t(`liking-${score}` as WordKey);
  if (item.kind !== 'just-right') return text;
  const own = score === -2 ? item.low : score === 2 ? item.high : '';
  return own || t(`right-${score}` as WordKey);
}

function Words({ item, words, onChange }: { item: BallotItem; words: string[]; onChange: (words: string[]) => void }) {
  const t = useWords();
  const toggle = (word: string): void =>
    onChange(words.includes(word) ? words.filter((one) => one !== word) : [...words, word]);
  return (
    <div className="w-full">
      <ul className="grid grid-cols-2 gap-2">
        {item.options.map(({ text }) => (
          <li key={text}>
            <button
              type="button"
              aria-pressed={words.includes(text)}
              onClick={() => toggle(text)}
              className="min-h-12 w-full rounded-xl border border-quiet/45 bg-paper px-3 py-2 text-left aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-bold aria-pressed:text-white dim:border-night-line dim:bg-transparent dim:aria-pressed:bg-night-ink dim:aria-pressed:text-night"
            >
              {text}
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-3 text-center text-quiet dim:text-night-quiet">
        {words.length === 0 ? t('none-fits') : t('chosen', { count: words.length })}
      </p>
    </div>
  );
}
