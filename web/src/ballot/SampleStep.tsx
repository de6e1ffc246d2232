import { RadioGroup } from 'radix-ui';
import type { BallotView } from '../app/api.generated';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { newId } from './post';
import { actions } from './state';
import { useAct, useBallot } from './store';

/** The nine-point hedonic scale, best at the top, in the wording usual in the field. */
const WORDS = [
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

/** One sample: its code, and how much it is liked if that is asked. */
export function SampleStep({ ballot, number }: { ballot: BallotView; number: number }) {
  const act = useAct();
  const code = ballot.codes[number];
  const score = useBallot((state) => state.liking[code]);
  const canGoOn = !ballot.asksLiking || score !== undefined;
  const goOn = (): void => {
    act(actions.finished({ id: newId(), code }));
    act(actions.stepped(number + 1 < ballot.codes.length ? { at: 'sample', number: number + 1 } : { at: 'ranking' }));
  };
  const goBack = (): void =>
    void act(actions.stepped(number > 0 ? { at: 'sample', number: number - 1 } : { at: 'welcome' }));
  return (
    <main className="flex grow flex-col items-center">
      <Pad label={code} size="7rem" />
      <h1 id="question" className="my-2 text-center font-serif text-2xl leading-tight">
        {ballot.asksLiking ? 'How much do you like it?' : `Rinse, then taste sample ${code}.`}
      </h1>
      {ballot.asksLiking ? (
        <Scale score={score} onScore={(value) => act(actions.scored({ id: newId(), code, score: value }))} />
      ) : (
        <p className="mt-2 text-center text-quiet dim:text-night-quiet">
          Keep in mind how much you like it. You put the samples in order at the end, and may taste again then.
        </p>
      )}
      <div className="mt-auto flex w-full flex-wrap gap-3 pt-5">
        <BigButton look="plain" onClick={goBack} className="!basis-auto">
          Back
        </BigButton>
        <BigButton onClick={goOn} disabled={!canGoOn}>
          {number + 1 < ballot.codes.length ? 'Next sample' : 'To the last question'}
        </BigButton>
      </div>
    </main>
  );
}

function Scale({ score, onScore }: { score: number | undefined; onScore: (score: number) => void }) {
  return (
    <RadioGroup.Root
      aria-labelledby="question"
      value={score === undefined ? '' : String(score)}
      onValueChange={(value) => onScore(Number(value))}
      onKeyDown={(event) => /^[1-9]$/.test(event.key) && onScore(Number(event.key))}
      className="flex w-full flex-col gap-1.5"
    >
      {WORDS.map((words, at) => (
        <RadioGroup.Item
          key={words}
          value={String(9 - at)}
          className="flex min-h-12 w-full items-center gap-4 rounded-xl border border-quiet/45 bg-paper px-4 py-2 text-left data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:font-bold data-[state=checked]:text-white dim:border-night-line dim:bg-transparent dim:data-[state=checked]:bg-night-ink dim:data-[state=checked]:text-night"
        >
          <span className="font-mono font-semibold">{9 - at}</span>
          {words}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
