import { Pencil } from 'lucide-react';
import { useState } from 'react';
import { api, refusalOf } from '../client/api';
import { Card } from '../ui/Card';
import { Modal } from '../ui/Modal';
import { Erasing } from './Erasing';
import { OwnName } from './OwnName';

/** Who sits where once the plan is locked: seats stay, names are put right or taken out. */
export function LockedSeats({ id, isClosed }: { id: string; isClosed: boolean }) {
  const { data: board } = api.useGetBoardQuery({ id });
  const [open, setOpen] = useState<string | null>(null);
  const [eraseAll, { error }] = api.useEraseNamesMutation();
  const seats = board?.seats ?? [];
  const own = seats.find(({ panelistId }) => panelistId === open);
  return (
    <Card title="Seats" aside="names may be put right">
      <ol
        className="mb-3 grid max-h-[15rem] gap-x-4 overflow-auto pr-1 sm:grid-cols-2"
        aria-label="Panelists by seat"
        tabIndex={0}
      >
        {seats.map(({ panelistId, seat, name }) => (
          <li key={panelistId} className="flex items-center gap-2">
            <span className="w-7 shrink-0 text-right font-mono text-sm font-semibold text-quiet">{seat}</span>
            <span className="min-w-0 grow truncate">{name}</span>
            <button
              type="button"
              aria-label={`Change the name at seat ${seat}`}
              className="rounded p-2 text-quiet hover:bg-pad hover:text-ink"
              onClick={() => setOpen(panelistId)}
            >
              <Pencil size={16} />
            </button>
          </li>
        ))}
      </ol>
      {isClosed && (
        <Erasing
          what="Erase all names"
          staysUnder="their seats"
          problem={error && refusalOf(error).message}
          onErase={async () => !(await eraseAll({ id })).error}
        />
      )}
      <Modal
        title={own ? `Seat ${own.seat}` : 'Seat'}
        about="Codes, orders and answers belong to the seat, and stay as they are."
        open={own !== undefined}
        onOpenChange={(isOpen) => !isOpen && setOpen(null)}
      >
        {own && <OwnName key={own.name} {...{ id, isClosed }} seat={own} />}
      </Modal>
    </Card>
  );
}
