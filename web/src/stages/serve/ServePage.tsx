import { api } from '../../client/api';
import type { SeatView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { counted } from '../../shell/stages';
import { ToCome } from '../../ui/Notice';
import { Waiting } from '../../shell/Waiting';
import { Pad } from '../../ui/Pad';
import { StageLayout } from '../../ui/StageLayout';
import { CaveatForm } from '../../caveats/CaveatForm';
import { PrintSheets } from '../../sheets/PrintSheets';
import { Portioning } from './Portioning';

/** Stage 4, as far as it goes: which piece goes under which code, and which code to which seat. */
export function ServePage() {
  const { card, me } = useInTasting();
  const isLocked = card.lockedAt !== null;
  const query = api.useGetBoardQuery({ id: card.id }, { skip: !isLocked });
  const { data: board } = query;
  if (isLocked && !board) return <Waiting what="the trays" query={query} />;
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
          <PrintSheets sheets={me.role === 'server' ? ['trays', 'portioning'] : ['trays']} />
          {!card.unsealedAt && <CaveatForm id={card.id} />}
          <Coming />
        </>
      }
    >
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
      {seat.warmUp && <TrayRow name="warm-up" codes={seat.codes.slice(0, 1)} isWarmUp />}
      {seat.sets.map(({ codes, zone }, at) => (
        <TrayRow key={at} name={zone || (seat.sets.length > 1 ? `set ${at + 1}` : '')} codes={codes} />
      ))}
    </div>
  );
}

/** What stands side by side, under the name of its zone or its number. */
function TrayRow({ name, codes, isWarmUp = false }: { name: string; codes: string[]; isWarmUp?: boolean }) {
  return (
    <div className="flex items-center gap-2 py-0.5">
      {name && <span className="w-16 shrink-0 text-sm leading-tight break-words text-quiet">{name}</span>}
      <p className="flex flex-wrap gap-1">
        {codes.map((code) => (
          <Pad key={code} label={code} size={46} state={isWarmUp ? 'coming' : 'plain'} />
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
