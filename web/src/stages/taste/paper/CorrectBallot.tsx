import { counted } from '@jacana/core/format';
import {
  CROSSED,
  freshEntry,
  paperFields,
  textOf,
  typedInto,
  typeInto,
  valueText,
  type Entry,
  type PaperField,
} from '@jacana/core/paper';
import type { AnswerValue } from '@jacana/core/bundle';
import { placeOfAnswer } from '@jacana/core/questions';
import { useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { AnsweredBallotView } from '../../../client/api.generated';
import { newId } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { TextField } from '../../../ui/Field';
import { Failure } from '../../../ui/Notice';
import { PaperFields } from './PaperFields';

interface CorrectBallotProps {
  id: string;
  sitting: number;
  panelist: string;
  seat: number;
  onDone: () => void;
}

/** Puts right what is on a ballot that is in: first why, then what. */
export function CorrectBallot({ id, sitting, panelist, seat, onDone }: CorrectBallotProps) {
  const [because, setBecause] = useState('');
  const [look, { data: ballot, error, isLoading }] = api.useLookAtAnswersMutation();
  if (ballot) return <Correcting {...{ id, ballot, because, onDone }} />;
  return (
    <Card title={`Correct the ballot of seat ${seat}`}>
      <form
        className="max-w-xl"
        onSubmit={(event) => {
          event.preventDefault();
          void look({ id, sitting, panelist, lookedAt: { because: because.trim() } });
        }}
      >
        <p className="mb-3">
          You will see the answers of this one ballot, by code. That you looked, and why, stands in the seal’s log; what
          it said before stays on the ballot.
        </p>
        <TextField
          label="Why is it put right?"
          required
          minLength={3}
          maxLength={200}
          placeholder="Ada says she mixed up two samples"
          value={because}
          onChange={(event) => setBecause(event.target.value)}
        />
        {error !== undefined && <Failure message={refusalOf(error).message} />}
        <div className="mt-3 flex gap-3">
          <Button look="main" type="submit" disabled={isLoading || because.trim().length < 3}>
            Show the answers
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </div>
      </form>
    </Card>
  );
}

/** Where a sample was tasted after all, that is an answer too. */
const asCorrected = (field: PaperField, text: string): Pick<ReturnType<typeof typedInto>, 'value'> =>
  field.isCrossing && text !== CROSSED
    ? { value: { kind: 'untasted', code: field.code ?? '', because: '' } }
    : typedInto(field, text);

interface CorrectingProps {
  id: string;
  ballot: AnsweredBallotView;
  because: string;
  onDone: () => void;
}

function Correcting({ id, ballot, because, onDone }: CorrectingProps) {
  const fields = paperFields(ballot.items, ballot);
  const [correct, { error, isLoading }] = api.useCorrectAnswersMutation();
  const given = new Map((ballot.answers as AnswerValue[]).map((answer) => [placeOfAnswer(answer), answer]));
  const before = Object.fromEntries(
    fields.flatMap((field) => {
      const answer = given.get(field.name);
      return answer ? [[field.name, textOf(field, answer)]] : [];
    }),
  );
  const [entry, setEntry] = useState<Entry>({ ...freshEntry, texts: before });
  const changed = fields.flatMap((field) => {
    const text = entry.texts[field.name] ?? '';
    const { value } = asCorrected(field, text);
    return text === (before[field.name] ?? '') || value === null || value === 'blank' ? [] : [{ field, value }];
  });
  const save = async (): Promise<void> => {
    const answers = changed.map(({ value }) => ({ ...value, id: newId() }));
    const done = await correct({
      id,
      sitting: ballot.sitting,
      panelist: ballot.panelistId,
      correction: { because: because.trim(), answers },
    });
    if (!done.error) onDone();
  };
  return (
    <Card title={`Seat ${ballot.seat} · ${ballot.name}`} aside={because}>
      <p role="alert" className="mb-2 min-h-6 font-bold text-chestnut">
        {entry.problem}
      </p>
      <PaperFields
        {...{ fields, entry }}
        onType={(at, text) => setEntry(typeInto(fields, entry, at, text))}
        onMove={(at) => at !== entry.at && setEntry({ ...entry, at, problem: null })}
        onEnd={() => undefined}
      />
      {changed.length > 0 && (
        <ul className="mt-4 list-disc pl-5" aria-label="What changes">
          {changed.map(({ field, value }) => (
            <li key={field.name}>
              {field.item.ask} <span className="font-mono">{field.code}</span>:{' '}
              {valueText(field, given.get(field.name) ?? null)} → <strong>{valueText(field, value)}</strong>
            </li>
          ))}
        </ul>
      )}
      {error !== undefined && <Failure message={refusalOf(error).message} />}
      <div className="mt-4 flex gap-3">
        <Button look="main" disabled={isLoading || changed.length === 0} onClick={() => void save()}>
          {changed.length > 0 ? `Put ${counted(changed.length, 'answer')} right` : 'Nothing is changed yet'}
        </Button>
        <Button onClick={onDone}>Leave it as it is</Button>
      </div>
    </Card>
  );
}
