import { api, refusalOf } from '../../client/api';
import type { SeatView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';

/** A line of the trace: somebody who came without being on the panel. */
export function WalkedIn({ seat: { panelistId, seat, name } }: { seat: SeatView }) {
  const { card } = useInTasting();
  const [takeBack, { isLoading, error }] = api.useTakeBackWalkInMutation();
  return (
    <li className="flex items-baseline justify-between gap-4 py-1.5">
      <span>
        Seat {seat} walked in{name && `: ${name}`}
        {error && (
          <span role="alert" className="block font-bold">
            {refusalOf(error).message}
          </span>
        )}
      </span>
      {!card.closedAt && (
        <button
          type="button"
          disabled={isLoading}
          className="min-h-10 shrink-0 px-2 font-bold text-chestnut underline underline-offset-3"
          onClick={() => void takeBack({ id: card.id, panelist: panelistId })}
        >
          Take back
        </button>
      )}
    </li>
  );
}
