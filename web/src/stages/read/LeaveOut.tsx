import type { AnswerWithout, LeaveOut as Left, Parts } from '@jacana/core/findings';
import { useEffect, useState } from 'react';
import { api, refusalOf } from '../../client/api';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Mark } from '../../ui/Notice';
import { groupsOf, outcomeText, together, type Part, type PartGroup } from './leaving';

/** As many as the server takes at once. */
const AT_ONCE = 20;

/** What can be switched off, one by one or together, and what the planned analysis then says. */
export function LeaveOut() {
  const { card } = useInTasting();
  const { data: parts } = api.useGetPartsQuery({ id: card.id });
  return parts ? <LeaveOutOf parts={parts} /> : null;
}

function LeaveOutOf({ parts }: { parts: Parts }) {
  const groups = groupsOf(parts);
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const chosen = groups.flatMap((group) => group.parts).filter(({ key }) => off.has(key));
  const toggle = (key: string): void => {
    const next = new Set(off);
    if (!next.delete(key)) next.add(key);
    setOff(next);
  };
  if (groups.length === 0) return null;
  return (
    <Card title="Does the answer hang on something?" aside="looked at after unsealing">
      <p className="mb-2 text-quiet">
        Switch something off, and the planned analysis runs again without it. The planned answer stays what it is.
      </p>
      {chosen.length > 0 && <Together parts={chosen} onClear={() => setOff(new Set())} />}
      {groups.map((group) => (
        <Group key={group.id} group={group} off={off} onToggle={toggle} />
      ))}
    </Card>
  );
}

/** The answer without all that is switched off. */
function Together({ parts, onClear }: { parts: readonly Part[]; onClear: () => void }) {
  const { card } = useInTasting();
  const [run, { data, error, isLoading }] = api.useRunWithoutMutation();
  const asked = JSON.stringify(together(parts));
  useEffect(() => {
    const running = run({ id: card.id, withoutAsked: { without: [JSON.parse(asked) as Left] } });
    return () => running.abort();
  }, [run, card.id, asked]);
  const answer = isLoading ? undefined : data?.[0];
  return (
    <div role="status" className="mb-3 rounded-lg border-2 border-ink px-3.5 py-2.5" data-testid="together">
      <p>
        Without {parts.map(({ name }) => name).join('; ')}:{' '}
        {answer ? <Outcome answer={answer} /> : error && !isLoading ? refusalOf(error).message : 'computing…'}
      </p>
      {answer && (
        <p className="text-sm text-quiet">
          {answer.gone === 1 ? '1 person is' : `${answer.gone} people are`} left out, {answer.people} count.
        </p>
      )}
      <button type="button" onClick={onClear} className="mt-1 text-chestnut underline underline-offset-3">
        Switch everything on again
      </button>
    </div>
  );
}

function Outcome({ answer }: { answer: AnswerWithout }) {
  if (answer.same) return <strong>the same answer.</strong>;
  return (
    <>
      <Mark>{answer.same === null ? 'cannot tell' : 'another answer'}</Mark> {answer.sentence}
    </>
  );
}

interface GroupProps {
  group: PartGroup;
  off: ReadonlySet<string>;
  onToggle: (key: string) => void;
}

function Group({ group: { title, parts }, off, onToggle }: GroupProps) {
  const { answers, isBusy, problem, runEach } = useEach(parts);
  const known = parts.flatMap(({ key }) => answers.get(key) ?? []);
  return (
    <details className="border-t border-line/70 py-1.5" open={parts.length <= 6}>
      <summary className="cursor-pointer py-1">
        <strong>{title}</strong>{' '}
        <span className="text-quiet">
          {known.length === parts.length
            ? outcomeText(known)
            : isBusy
              ? `${known.length} of ${parts.length}`
              : parts.length}
        </span>
      </summary>
      <table className="w-full">
        <caption className="sr-only">{title}: the planned answer without each</caption>
        <tbody>
          {parts.map(({ key, name }) => {
            const answer = answers.get(key);
            return (
              <tr key={key} className="border-t border-line/50 align-top">
                <th scope="row" className="w-1/2 py-1 pr-3 text-left font-normal">
                  <label className="flex items-start gap-2.5">
                    <input
                      type="checkbox"
                      className="mt-1.5 size-4 accent-chestnut"
                      checked={off.has(key)}
                      onChange={() => onToggle(key)}
                    />
                    <span>Without {name}</span>
                  </label>
                </th>
                <td className="py-1">{answer ? <Outcome answer={answer} /> : <span className="text-quiet">–</span>}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {problem && (
        <p role="alert" className="font-bold text-chestnut">
          {problem}
        </p>
      )}
      <div className="not-printed mt-1.5 mb-2">
        <Button onClick={runEach} disabled={isBusy}>
          {isBusy ? 'Computing…' : `Run without each of the ${parts.length}`}
        </Button>
      </div>
    </details>
  );
}

/** The answers without each part by itself, some at a time so that the first are there soon. */
function useEach(parts: readonly Part[]) {
  const { card } = useInTasting();
  const [run] = api.useRunWithoutMutation();
  const [answers, setAnswers] = useState<ReadonlyMap<string, AnswerWithout>>(new Map());
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const each = async (): Promise<void> => {
    for (let from = 0; from < parts.length; from += AT_ONCE) {
      const some = parts.slice(from, from + AT_ONCE);
      const without = some.map((part) => part.without);
      const found = await run({ id: card.id, withoutAsked: { without } }).unwrap();
      setAnswers((before) => new Map([...before, ...some.map(({ key }, at) => [key, found[at]] as const)]));
    }
  };
  const runEach = (): void => {
    setBusy(true);
    setProblem('');
    each()
      .catch((error: unknown) => setProblem(refusalOf(error).message))
      .finally(() => setBusy(false));
  };
  return { answers, isBusy, problem, runEach };
}
