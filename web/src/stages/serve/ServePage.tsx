import { Printer } from 'lucide-react';
import { api } from '../../app/api';
import type { SeatView } from '../../app/api.generated';
import { useInTasting } from '../../app/session';
import { counted } from '../../app/stages';
import { Button } from '../../ui/Button';
import { Loading, ToCome } from '../../ui/Notice';
import { Pad } from '../../ui/Pad';
import { StageLayout } from '../../ui/StageLayout';
import { CaveatForm } from '../../caveats/CaveatForm';
import { Portioning } from './Portioning';

/** Stage 4, as far as it goes: which piece goes under which code, and which code to which seat. */
export function ServePage() {
  const { card } = useInTasting();
  const isLocked = card.lockedAt !== null;
  const { data: board } = api.useGetBoardQuery({ id: card.id }, { skip: !isLocked });
  if (isLocked && !board) return <Loading what="the trays" />;
  if (!board) {
    return (
      <StageLayout sentence="Trays are laid out once the plan is locked." margin={<Coming />}>
        <p className="text-quiet">Locking draws the codes and the order for each seat.</p>
      </StageLayout>
    );
  }
  const flights = [...new Set(board.seats.map((seat) => seat.flight))].sort((a, b) => a - b);
  const servings = board.seats.reduce((total, seat) => total + seat.codes.length, 0);
  return (
    <StageLayout
      sentence={`${card.sittings > 1 ? `Sitting ${card.sitting} of ${card.sittings}: ` : ''}${counted(servings, 'serving')} for ${counted(board.seats.length, 'seat')}; serve each row from left to right.`}
      margin={
        <>
          <Portioning />
          {!card.unsealedAt && <CaveatForm id={card.id} />}
          <Coming />
        </>
      }
    >
      <div className="not-printed">
        <Button onClick={() => window.print()}>
          <Printer size={18} /> Print the tray map
        </Button>
      </div>
      {flights.map((flight) => (
        <section key={flight} aria-label={`Flight ${flight}`}>
          {flights.length > 1 && <h2 className="mb-2 font-bold">Flight {flight}</h2>}
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-2.5 print:grid-cols-2">
            {board.seats
              .filter((seat) => seat.flight === flight)
              .map((seat) => (
                <li key={seat.panelistId}>
                  <Tray seat={seat} />
                </li>
              ))}
          </ul>
        </section>
      ))}
    </StageLayout>
  );
}

function Tray({ seat }: { seat: SeatView }) {
  return (
    <div className="break-inside-avoid rounded-card border border-line bg-paper px-4 py-2.5">
      <p className="mb-1.5 flex justify-between gap-3">
        <strong>Seat {seat.seat}</strong>
        <span className="truncate text-quiet">{seat.name}</span>
      </p>
      <p className="flex flex-wrap gap-1">
        {seat.codes.map((code, at) => (
          <Pad key={code} label={code} size={46} state={seat.warmUp && at === 0 ? 'coming' : 'plain'} />
        ))}
      </p>
    </div>
  );
}

function Coming() {
  return (
    <ToCome>
      <p>Labels, a runner's view on a phone, and repairs for a wrong plate, a spill or a walk-in.</p>
    </ToCome>
  );
}
