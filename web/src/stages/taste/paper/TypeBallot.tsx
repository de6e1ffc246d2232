import { entered, freshEntry, paperFields, typeInto, type Entry } from '@jacana/core/paper';
import { useMemo, useRef, useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { AnswerInput, PaperBallotView, PaperView } from '../../../client/api.generated';
import { newId } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { Failure } from '../../../ui/Notice';
import { PaperFields } from './PaperFields';
import { Picture } from './Picture';

interface TypeBallotProps {
  id: string;
  sheet: PaperBallotView;
  paper: PaperView;
  onDone: () => void;
}

/** One ballot, off the sheet and into Jacana. */
export function TypeBallot({ id, sheet, paper, onDone }: TypeBallotProps) {
  const fields = useMemo(() => paperFields(sheet.items, sheet), [sheet]);
  const [entry, setEntry] = useState<Entry>(freshEntry);
  const [type, { error, isLoading }] = api.useTypePaperMutation();
  // Sent again after a lost reply, it is the same letter.
  const ids = useRef(new Map<string, string>());
  const { answers, open } = entered(fields, entry);
  const asked = fields.filter(({ isCrossing }) => !isCrossing).length;
  const save = async (isOnly: boolean): Promise<void> => {
    if (open.length > 0) {
      const at = fields.indexOf(open[0]);
      setEntry({ ...entry, at, problem: `Still to type: ${nameOf(open[0])}. Type - where the sheet is blank.` });
      return;
    }
    const letter = answers.map((answer): AnswerInput => ({
      ...answer,
      id: idFor(ids.current, JSON.stringify(answer)),
    }));
    const done = await type({
      id,
      sitting: sheet.sitting,
      panelist: sheet.panelistId,
      typedBallot: { answers: letter, isOnly },
    });
    if (!done.error) onDone();
  };
  const isSecond = paper.state === 'once';
  return (
    <Card
      title={
        <span className="font-serif text-2xl font-normal">
          Seat {sheet.seat} · {sheet.name}
        </span>
      }
      aside={`${asked - open.length} of ${asked}${isSecond ? ', the second time' : ''}`}
    >
      <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_20rem]">
        <div>
          <p role="alert" className="mb-2 min-h-6 font-bold text-chestnut">
            {entry.problem}
          </p>
          <PaperFields
            {...{ fields, entry }}
            onType={(at, text) => setEntry(typeInto(fields, entry, at, text))}
            onMove={(at) => at !== entry.at && setEntry({ ...entry, at, problem: null })}
            onEnd={() => void save(false)}
          />
          {error !== undefined && <Failure message={refusalOf(error).message} />}
          <div className="mt-5 flex flex-wrap gap-3">
            <Button look="main" disabled={isLoading} onClick={() => void save(false)}>
              {isSecond ? 'Compare with the first' : 'Keep it for a second person'}
            </Button>
            {!isSecond && (
              <Button disabled={isLoading} onClick={() => void save(true)}>
                Count it as typed once
              </Button>
            )}
          </div>
        </div>
        <Picture id={id} sheet={sheet} />
      </div>
    </Card>
  );
}

const nameOf = ({ item, code }: { item: { ask: string }; code: string | null }): string =>
  code ? `${item.ask} ${code}` : item.ask;

function idFor(known: Map<string, string>, answer: string): string {
  const id = known.get(answer) ?? newId();
  known.set(answer, id);
  return id;
}
