import { SHORT_TEXT } from '@jacana/core/bundle';
import { useState } from 'react';
import { api, refusalOf } from '../client/api';
import type { SeatView } from '../client/api.generated';
import { Button } from '../ui/Button';
import { TextField } from '../ui/Field';
import { Erasing } from './Erasing';

interface OwnNameProps {
  id: string;
  seat: Pick<SeatView, 'panelistId' | 'seat' | 'name'>;
  isClosed: boolean;
}

/** The name at one seat of a locked plan: put right, or taken out once nobody is served by it any more. */
export function OwnName({ id, seat: { panelistId: panelist, seat, name }, isClosed }: OwnNameProps) {
  const [typed, setTyped] = useState(name);
  const [putRight, { error, isLoading }] = api.usePutNameRightMutation();
  const [erase, erasing] = api.useEraseNameMutation();
  return (
    <section className="space-y-3">
      <form
        className="flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void putRight({ id, panelist, nameInput: { name: typed.trim() } });
        }}
      >
        <TextField
          label={`Name at seat ${seat}`}
          className="grow"
          required
          maxLength={SHORT_TEXT}
          value={typed}
          problem={error && (refusalOf(error).problems[0]?.message ?? refusalOf(error).message)}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button type="submit" className="mb-1" disabled={isLoading || typed.trim() === '' || typed.trim() === name}>
          Put right
        </Button>
      </form>
      {isClosed && (
        <Erasing
          what="Erase this name"
          staysUnder={`seat ${seat}`}
          problem={erasing.error && refusalOf(erasing.error).message}
          onErase={async () => !(await erase({ id, panelist })).error}
        />
      )}
    </section>
  );
}
