import type { BallotItem } from '@jacana/core/bundle';
import { LineScale } from './LineScale';
import { type StepOption, Steps } from './Steps';

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

/** The nine-point hedonic scale, best at the top, in the wording usual in the field. */
const LIKING = [
  'Like extremely',
  'Like very much',
  'Like moderately',
  'Like slightly',
  'Neither like nor dislike',
  'Dislike slightly',
  'Dislike moderately',
  'Dislike very much',
  'Dislike extremely',
];

/** A question about one sample. */
export function SampleQuestion({ item, value, labelledBy, onChange }: SampleQuestionProps) {
  switch (item.kind) {
    case 'line':
      return (
        <LineScale
          low={item.low}
          high={item.high}
          value={value.score}
          labelledBy={labelledBy}
          onChange={(score) => onChange({ score })}
        />
      );
    case 'check-all':
      return <Words item={item} words={value.words ?? []} onChange={(words) => onChange({ words })} />;
    default:
      return (
        <Steps
          options={stepsOf(item)}
          value={value.score}
          labelledBy={labelledBy}
          onChange={(score) => onChange({ score })}
        />
      );
  }
}

function stepsOf(item: BallotItem): StepOption[] {
  switch (item.kind) {
    case 'category':
      return item.options.map(({ text, weight }, at) => ({ value: at + 1, text, number: String(weight) }));
    case 'just-right':
      return [
        item.low || 'Much too little',
        'A little too little',
        'Just about right',
        'A little too much',
        item.high || 'Much too much',
      ].map((text, at) => ({ value: at - 2, text }));
    default:
      return LIKING.map((text, at) => ({ value: 9 - at, text, number: String(9 - at) }));
  }
}

function Words({ item, words, onChange }: { item: BallotItem; words: string[]; onChange: (words: string[]) => void }) {
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
        {words.length === 0 ? 'None fits? Then go on.' : `${words.length} chosen`}
      </p>
    </div>
  );
}
