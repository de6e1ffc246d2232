import { MOST_PANELISTS, SHORT_TEXT } from '@jacana/core/bundle';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { ExclusionInput, SeatView } from '../../client/api.generated';
import { kitchenNow } from '../../kitchen/kitchenClock';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { SelectField } from '../../ui/SelectField';
import { MustNotEat } from './MustNotEat';

export interface WalkInFormProps {
  seats: readonly SeatView[];
  /** What is in one or more of the samples. */
  contains: readonly string[];
  onDone: () => void;
}

/** What they must not eat, who they are, where they sit, and with whom they are served. */
export function WalkInForm({ seats, contains, onDone }: WalkInFormProps) {
  const { card } = useInTasting();
  const [letIn, { isLoading, error }] = api.useLetInMutation();
  // Made once: sent again after a lost reply, it is the same person.
  const [id] = useState(() => nanoid(14));
  const [name, setName] = useState('');
  const [seat, setSeat] = useState(String(Math.max(0, ...seats.map((one) => one.seat)) + 1));
  const flights = [...new Set(seats.map(({ flight }) => flight))].sort((a, b) => a - b);
  const [flight, setFlight] = useState(nextFlight(seats));
  const [said, setSaid] = useState<ExclusionInput | null>(null);
  const refusal = error && refusalOf(error);
  const seatProblem = problemOf(seat, seats) ?? refusal?.problems.find(({ field }) => field === 'seat')?.message;
  const send = async (mustNotEat: ExclusionInput): Promise<void> => {
    const who = { name: name.trim(), seat: Number(seat), flight, mustNotEat };
    const walkInInput = { id, at: new Date(kitchenNow()).toISOString(), ...who };
    const done = await letIn({ id: card.id, walkInInput });
    if (!done.error) onDone();
  };
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (problemOf(seat, seats) === null && said !== null) void send(said);
      }}
    >
      <MustNotEat {...{ contains, said }} onSaid={setSaid} />
      <TextField
        label="Name"
        hint="May stay empty: then it is that of the seat."
        problem={refusal?.problems.find(({ field }) => field === 'name')?.message}
        maxLength={SHORT_TEXT}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <TextField
        label="Seat"
        inputMode="numeric"
        problem={seatProblem}
        value={seat}
        onChange={(event) => setSeat(event.target.value)}
      />
      <SelectField
        label="Served with"
        value={String(flight)}
        options={flights.map((one) => ({ value: String(one), text: `Flight ${one}` }))}
        onChange={(chosen) => setFlight(Number(chosen))}
      />
      {refusal && refusal.problems.length === 0 && <p role="alert">{refusal.message}</p>}
      <Button
        look="main"
        type="submit"
        className="min-h-12!"
        disabled={isLoading || said === null || problemOf(seat, seats) !== null}
      >
        Let them in
      </Button>
    </form>
  );
}

function problemOf(text: string, seats: readonly SeatView[]): string | null {
  const seat = Number(text);
  if (!Number.isInteger(seat) || seat < 1 || seat > MOST_PANELISTS) return `A number from 1 to ${MOST_PANELISTS}.`;
  return seats.some((one) => one.seat === seat) ? `Somebody has seat ${seat} already.` : null;
}

/** The first flight that somebody still has to be served in; the last one where nobody has. */
function nextFlight(seats: readonly SeatView[]): number {
  const waiting = seats.filter(({ tray, state }) => tray === 'waiting' && state !== 'done').map(({ flight }) => flight);
  return waiting.length > 0 ? Math.min(...waiting) : Math.max(1, ...seats.map(({ flight }) => flight));
}
