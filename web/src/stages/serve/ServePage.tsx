import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../client/api';
import type { SeatView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Waiting } from '../../shell/Waiting';
import { Pad } from '../../ui/Pad';
import { Card } from '../../ui/Card';
import { StageLayout } from '../../ui/StageLayout';
import { CaveatForm } from '../../caveats/CaveatForm';
import { LabelsCard } from '../../sheets/LabelsCard';
import { PrintSheets } from '../../sheets/PrintSheets';
import { RepairDialog } from '../../service/repairs/RepairDialog';
import { RepairTrace } from '../../service/repairs/RepairTrace';
import { trayText } from '../../service/trayText';
import { useService } from '../../service/useService';
import { buttonClass } from '../../ui/Button';
import { WalkInButton } from '../../service/walkIn/WalkInButton';
import { PutOffCard } from './PutOffCard';
import { Portioning } from './Portioning';
import { serveSentence } from './serveSentence';

/** Stage 4: which piece goes under which code, which code to which seat, and what to do when one goes astray. */
export function ServePage() {
  const { card, me } = useInTasting();
  const isLocked = card.lockedAt !== null;
  const query = api.useGetBoardQuery({ id: card.id }, { skip: !isLocked });
  const service = useService(card.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const { data: board } = query;
  if (isLocked && !board) return <Waiting what="the trays" query={query} />;
  if (!board) {
    return (
      <StageLayout sentence="Trays are laid out once the plan is locked." margin={null}>
        <p className="text-quiet">Locking draws the codes and the order for each seat.</p>
      </StageLayout>
    );
  }
  const { seats } = board;
  const flights = [...new Set(seats.map((seat) => seat.flight))].sort((a, b) => a - b);
  return (
    <StageLayout
      sentence={serveSentence(seats, card)}
      support="Serve each row from left to right. Choose a seat when something went otherwise than planned."
      action={
        !card.closedAt && (
          <Link to="carry" className={buttonClass('main')}>
            Carry trays
          </Link>
        )
      }
      margin={
        <>
          <Portioning />
          <PrintSheets
            sheets={
              me.role === 'server'
                ? ['trays', 'carrying', 'attendance', 'ballots', 'portioning']
                : ['trays', 'carrying', 'attendance', 'ballots', 'envelope']
            }
          />
          <LabelsCard of="labels" />
          <InTheSamples contains={board.contains} />
          {!card.closedAt && <WalkInButton seats={seats} contains={board.contains} />}
          {!card.closedAt && <PutOffCard service={service} />}
          {!card.unsealedAt && <CaveatForm id={card.id} />}
        </>
      }
    >
      {flights.map((flight) => (
        <section key={flight} aria-label={`Flight ${flight}`}>
          {flights.length > 1 && <h2 className="mb-2 font-bold">Flight {flight}</h2>}
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-2.5 print:grid-cols-2">
            {seats
              .filter((seat) => seat.flight === flight)
              .map((seat) => (
                <li key={seat.panelistId}>
                  <Tray seat={seat} onChoose={() => setChosen(seat.panelistId)} />
                </li>
              ))}
          </ul>
        </section>
      ))}
      <RepairTrace service={service} seats={seats} />
      <RepairDialog
        seat={seats.find(({ panelistId }) => panelistId === chosen)}
        {...{ seats, service }}
        onClose={() => setChosen(null)}
      />
    </StageLayout>
  );
}

/** For whoever is asked at the table: all samples together, and not which. */
function InTheSamples({ contains }: { contains: readonly string[] }) {
  return (
    <Card title="In the samples">
      <p>
        {contains.length > 0
          ? `In one or more of them: ${contains.join(', ')}.`
          : 'Nobody has said what is in them. Ask the coordinator before you answer anybody.'}
      </p>
    </Card>
  );
}

function Tray({ seat, onChoose }: { seat: SeatView; onChoose: () => void }) {
  const state = trayText(seat);
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-label={`Seat ${seat.seat}, ${seat.name}${state && `, ${state}`}`}
      className="flex h-full w-full break-inside-avoid flex-col rounded-card border border-line bg-paper px-4 py-2.5 text-left hover:border-quiet"
    >
      <span className="mb-1.5 flex justify-between gap-3">
        <strong>Seat {seat.seat}</strong>
        <span className="truncate text-quiet">{seat.name}</span>
      </span>
      {seat.warmUp && <TrayRow name="warm-up" codes={seat.codes.slice(0, 1)} isWarmUp />}
      {seat.sets.map(({ codes, zone }, at) => (
        <TrayRow key={at} name={zone || (seat.sets.length > 1 ? `set ${at + 1}` : '')} codes={codes} />
      ))}
      {state && <span className="mt-1 block text-sm font-bold">{state}</span>}
    </button>
  );
}

/** What stands side by side, under the name of its zone or its number. */
function TrayRow({ name, codes, isWarmUp = false }: { name: string; codes: string[]; isWarmUp?: boolean }) {
  return (
    <span className="flex items-center gap-2 py-0.5">
      {name && <span className="w-16 shrink-0 text-sm leading-tight break-words text-quiet">{name}</span>}
      <span className="flex flex-wrap gap-1">
        {codes.map((code) => (
          <Pad key={code} label={code} size={46} state={isWarmUp ? 'coming' : 'plain'} />
        ))}
      </span>
    </span>
  );
}
