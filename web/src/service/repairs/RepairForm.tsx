import { repairCost, type Repair } from '@jacana/core/service';
import { useState } from 'react';
import type { SeatView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import type { Happened } from '../useService';
import { REPAIRS, type RepairChoice } from './choices';
import { RepairFields } from './RepairFields';

interface RepairFormProps {
  seat: SeatView;
  seats: readonly SeatView[];
  onDone: (happened: Happened) => void;
}

/** What went wrong at one seat: one choice, what it is about, what it costs, and one button. */
export function RepairForm({ seat, seats, onDone }: RepairFormProps) {
  const { card } = useInTasting();
  const [choice, setChoice] = useState<RepairChoice | null>(null);
  const [said, setSaid] = useState<Partial<Happened>>({});
  if (choice === null)
    return (
      <ul className="grid gap-2 sm:grid-cols-2">
        {REPAIRS.filter(({ fits }) => fits(seat, seats)).map((one) => (
          <li key={one.name}>
            <button
              type="button"
              className="h-full min-h-12 w-full rounded-lg border border-chestnut px-3 py-2 text-left font-bold text-chestnut hover:bg-pad"
              onClick={() => {
                setSaid({ kind: one.kind, sitting: card.sitting, ...one.about(seat) });
                setChoice(one);
              }}
            >
              {one.name}
            </button>
          </li>
        ))}
      </ul>
    );
  const isWhole = choice.isWhole(said);
  return (
    <div className="space-y-3">
      <h3 className="text-lg font-bold">{choice.name}</h3>
      <RepairFields
        {...{ choice, said, seat, seats }}
        onChange={(part) => setSaid((before) => ({ ...before, ...part }))}
      />
      {choice.kind !== 'late' && (
        // Of one height, whatever it says: nothing may slip from under a finger as it grows.
        <p className="min-h-22 rounded-lg bg-water px-3 py-2" role="status">
          {isWhole ? (
            <>
              <strong>What it costs:</strong> {repairCost({ piece: null, ...said } as unknown as Repair, card.test)}
            </>
          ) : (
            <span className="text-quiet">What it costs is said here once the rest is.</span>
          )}
        </p>
      )}
      <div className="flex gap-3">
        <Button look="main" className="min-h-12!" disabled={!isWhole} onClick={() => onDone(said as Happened)}>
          Write it down
        </Button>
        <Button look="quiet" onClick={() => setChoice(null)}>
          Something else
        </Button>
      </div>
    </div>
  );
}
