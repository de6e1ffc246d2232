import { counted } from '@jacana/core/format';
import { aboutText, paperFields, typedInto, valueText, type PaperField, type PaperValue } from '@jacana/core/paper';
import type { AnswerValue } from '@jacana/core/bundle';
import { useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { DifferencesView } from '../../../client/api.generated';
import { newId } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { CellInput } from '../../../ui/CellInput';
import { Failure } from '../../../ui/Notice';
import { Picture } from './Picture';

/** Where two people read a sheet differently: what does it say? */
export function SettleBallot({ id, found, onDone }: { id: string; found: DifferencesView; onDone: () => void }) {
  const [settle, { error, isLoading }] = api.useSettlePaperMutation();
  const [anew, { isLoading: isForgetting }] = api.useTypeAnewMutation();
  const [said, setSaid] = useState<Readonly<Record<string, PaperValue>>>({});
  const fields = new Map(paperFields(found.items, found).map((field) => [field.name, field]));
  const open = found.differences.filter(({ name }) => said[name] === undefined).length;
  const run = async (): Promise<void> => {
    const all = Object.entries(said);
    const settlement = {
      answers: all.flatMap(([, value]) => (value === 'blank' ? [] : [{ ...value, id: newId() }])),
      blanks: all.flatMap(([name, value]) => (value === 'blank' ? [name] : [])),
    };
    if (!(await settle({ id, sitting: found.sitting, panelist: found.panelistId, settlement })).error) onDone();
  };
  const forget = async (): Promise<void> => {
    if (!(await anew({ id, sitting: found.sitting, panelist: found.panelistId })).error) onDone();
  };
  return (
    <Card
      title={`Seat ${found.seat} · ${found.name}`}
      aside={`${counted(found.differences.length, 'place')} read differently`}
    >
      <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_20rem]">
        <div>
          <p className="mb-3">Look at the sheet: which of the two does it say?</p>
          <ul className="divide-y divide-line">
            {found.differences.map(({ name, first, second }) => {
              const field = fields.get(name);
              return (
                field && (
                  <Place
                    key={name}
                    {...{ field, firstBy: found.firstBy, secondBy: found.secondBy, sets: found.sets.length }}
                    first={first as AnswerValue | null}
                    second={second as AnswerValue | null}
                    onSay={(value) =>
                      setSaid(({ [name]: _before, ...others }) =>
                        value === null ? others : { ...others, [name]: value },
                      )
                    }
                  />
                )
              );
            })}
          </ul>
          {error !== undefined && <Failure message={refusalOf(error).message} />}
          <div className="mt-4 flex flex-wrap gap-3">
            <Button look="main" disabled={isLoading || open > 0} onClick={() => void run()}>
              {open > 0 ? `${counted(open, 'place')} to settle` : 'So it says'}
            </Button>
            <Button disabled={isForgetting} onClick={() => void forget()}>
              It was another sheet: type it anew
            </Button>
          </div>
        </div>
        <Picture id={id} sheet={found} />
      </div>
    </Card>
  );
}

interface PlaceProps {
  field: PaperField;
  sets: number;
  first: AnswerValue | null;
  second: AnswerValue | null;
  firstBy: string;
  secondBy: string;
  onSay: (value: PaperValue | null) => void;
}

function Place({ field, sets, first, second, firstBy, secondBy, onSay }: PlaceProps) {
  const [choice, setChoice] = useState<'first' | 'second' | 'other' | null>(null);
  const [text, setText] = useState('');
  const { problem, value } = typedInto(field, text);
  const choose = (which: 'first' | 'second' | 'other', said: PaperValue | null): void => {
    setChoice(which);
    onSay(said);
  };
  const options = [
    { which: 'first' as const, value: first, by: firstBy },
    { which: 'second' as const, value: second, by: secondBy },
  ];
  return (
    <li className="py-3">
      <fieldset>
        <legend className="font-bold">
          {field.item.ask} <span className="font-mono">{aboutText(field, sets)}</span>
        </legend>
        <div className="mt-1 grid items-center gap-2 sm:grid-cols-3">
          {options.map(({ which, value: read, by }) => (
            <label
              key={which}
              className="flex min-h-11 cursor-pointer items-center gap-2 rounded-lg border border-line px-3 py-1.5 has-checked:border-2 has-checked:border-chestnut"
            >
              <input
                type="radio"
                name={field.name}
                className="accent-chestnut"
                checked={choice === which}
                onChange={() => choose(which, read ?? 'blank')}
              />
              <span>
                {valueText(field, read)} <span className="block text-sm text-quiet">{by}</span>
              </span>
            </label>
          ))}
          <div>
            <CellInput
              label={`Something else for ${field.item.ask} ${field.code ?? ''}`}
              placeholder="something else"
              problem={choice === 'other' && problem !== null}
              value={text}
              onChange={(event) => {
                setText(event.target.value);
                const typed = typedInto(field, event.target.value);
                choose('other', typed.problem === null ? typed.value : null);
              }}
            />
            <span className="text-sm text-quiet">
              {choice === 'other' && (problem ?? (value && value !== 'blank' ? valueText(field, value) : ''))}
            </span>
          </div>
        </div>
      </fieldset>
    </li>
  );
}
