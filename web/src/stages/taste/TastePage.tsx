import { useState } from 'react';
import { api } from '../../client/api';
import type { SeatView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { counted } from '../../shell/stages';
import { useAppSelector } from '../../store/store';
import { Mark, ToCome } from '../../ui/Notice';
import { Waiting } from '../../shell/Waiting';
import { Pad, type PadState } from '../../ui/Pad';
import { StageLayout } from '../../ui/StageLayout';
import { useNow } from '../../ui/useNow';
import { RepairTrace } from '../../service/repairs/RepairTrace';
import { trayText } from '../../service/trayText';
import { useService } from '../../service/useService';
import { CloseCard } from './CloseCard';
import { LinksCard } from './LinksCard';
import { SeatDialog } from './SeatDialog';
import { boardSentence, clock, slowSeats } from './board';

/** Stage 5: who is where, live; never what anyone answered. */
export function TastePage() {
  const { card, me } = useInTasting();
  const isLocked = card.lockedAt !== null;
  const query = api.useGetBoardQuery({ id: card.id }, { skip: !isLocked });
  const { data: board } = query;
  const service = useService(card.id);
  const [chosen, setChosen] = useState<string | null>(null);
  if (!isLocked) {
    return (
      <StageLayout sentence="Tasting begins once the plan is locked." margin={null}>
        <p className="text-quiet">Each panelist then has a ballot of their own, behind a link or QR code.</p>
      </StageLayout>
    );
  }
  if (!board) return <Waiting what="the board" query={query} />;
  const isCoordinator = me.role === 'coordinator';
  return (
    <StageLayout
      sentence={boardSentence(board.seats, card)}
      margin={
        <>
          <Watch seats={board.seats} />
          {isCoordinator && <CloseCard card={card} seats={board.seats} />}
          {isCoordinator && <LinksCard />}
          <ToCome>
            <p>Rinse timer, and paper ballots typed in twice.</p>
          </ToCome>
        </>
      }
    >
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(10.6rem,1fr))] gap-2.5">
        {board.seats.map((seat) => (
          <li key={seat.panelistId}>
            <SeatCard seat={seat} onChoose={() => setChosen(seat.panelistId)} />
          </li>
        ))}
      </ul>
      <p className="text-sm text-quiet">
        Filled: finished. Ringed: on the plate now. Dashed: still to come.
        {isCoordinator
          ? ' Choose a seat for its link, a repair, or to note that someone is not blind.'
          : ' Choose a seat to say what went otherwise than planned.'}
      </p>
      <RepairTrace service={service} seats={board.seats} />
      <SeatDialog
        seat={board.seats.find((seat) => seat.panelistId === chosen)}
        {...{ seats: board.seats, service }}
        onClose={() => setChosen(null)}
      />
    </StageLayout>
  );
}

function SeatCard({ seat, onChoose }: { seat: SeatView; onChoose: () => void }) {
  const now = useNow(1000);
  const isSlow = slowSeats([seat], now).length > 0;
  const state = { away: 'away', tasting: clock(seat.seenAt, now), ranking: 'ranking', done: 'done' }[seat.state];
  const carried = trayText(seat);
  const inside = (
    <>
      <span className="mb-1.5 flex items-baseline justify-between gap-2">
        <span className="min-w-0 truncate">
          <strong>Seat {seat.seat}</strong> <span className="text-sm text-quiet">{seat.name}</span>
        </span>
        <span className={`text-sm text-quiet ${seat.state === 'tasting' ? 'font-mono' : ''}`}>{state}</span>
      </span>
      <span className="flex flex-wrap gap-0.5">
        {seat.codes.map((code, at) => (
          <Pad key={code} label={code} size={36} state={padState(seat, at)} />
        ))}
      </span>
      {carried && <span className="block text-sm text-quiet">{carried}</span>}
      {!seat.blind && <span className="text-sm font-bold text-chestnut">not blind</span>}
    </>
  );
  const shape = `flex h-full w-full flex-col rounded-card border bg-paper px-3 py-2.5 text-left ${isSlow ? 'border-look ring-2 ring-look' : 'border-line'}`;
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-label={`Seat ${seat.seat}, ${seat.name}, ${seat.state}`}
      className={`${shape} hover:border-quiet`}
    >
      {inside}
    </button>
  );
}

function padState({ state, tasted }: SeatView, at: number): PadState {
  if (at < tasted) return 'eaten';
  return state === 'tasting' && at === tasted ? 'now' : 'coming';
}

function Watch({ seats }: { seats: SeatView[] }) {
  const now = useNow(5000);
  const isConnected = useAppSelector((state) => state.live.connected);
  const slow = slowSeats(seats, now);
  return (
    <section aria-label="Watch" className="rounded-card border border-line bg-paper px-4.5 py-3.5">
      <div className="mb-1 flex justify-between">
        <h2 className="font-bold">Watch</h2>
        <span className="text-sm text-quiet">{isConnected ? 'live' : 'reconnecting…'}</span>
      </div>
      {slow.length === 0 && (
        <p className="text-quiet">
          {seats.every((seat) => seat.state === 'done') ? 'All ballots are in.' : 'Nothing stands out.'}
        </p>
      )}
      <ul className="space-y-1.5">
        {slow.slice(0, 6).map((seat) => (
          <li key={seat.panelistId}>
            <Mark>seat {seat.seat}</Mark> {clock(seat.seenAt, now)} on one step
          </li>
        ))}
      </ul>
      {slow.length > 6 && <p className="mt-1 text-sm text-quiet">and {counted(slow.length - 6, 'more seat')}</p>}
    </section>
  );
}
