import { counted } from '@jacana/core/format';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../../client/api';
import { useKitchenNow } from '../../../kitchen/kitchenClock';
import type { SeatView } from '../../../client/api.generated';
import { useService } from '../../../service/useService';
import { useInTasting } from '../../../shell/session';
import { Waiting } from '../../../shell/Waiting';
import { Button, buttonClass } from '../../../ui/Button';
import { Failure } from '../../../ui/Notice';
import { useAwake } from '../../../ui/useAwake';
import { NextTray } from './NextTray';
import { rememberedTakes } from './takes';
import { TraysToCome } from './TraysToCome';
import { carrySentence, sinceCut, traysInTurn } from './trays';

/** For whoever carries trays, on a phone and with one hand: the next tray, codes only. */
export function CarryPage() {
  const { card } = useInTasting();
  const { id, sitting } = card;
  const query = api.useGetBoardQuery({ id }, { skip: card.lockedAt === null });
  const service = useService(id);
  const [mine, setMine] = useState(() => rememberedTakes(id));
  const [chosen, setChosen] = useState<string | null>(null);
  const [last, setLast] = useState<{ entry: string; text: string } | null>(null);
  const now = useKitchenNow(15_000);
  useAwake();
  if (card.lockedAt === null) return <Failure message="Trays are laid out once the plan is locked." />;
  if (!query.data || !service.isKnown) return <Waiting what="the trays" query={query} />;
  const { day, write } = service;
  const trays = traysInTurn(query.data.seats, day, { sitting, mine });
  const open = trays.filter(({ place }) => place === 'mine' || place === 'waiting');
  const next =
    open.find(({ place }) => place === 'mine') ??
    open.find(({ seat }) => seat.panelistId === chosen) ??
    open.find(({ place }) => place === 'waiting');
  const cut = next && sinceCut(day.sliced.get(`${sitting} ${next.flight}`), { now, window: query.data.window });
  const take = ({ seat, panelistId: panelist }: SeatView): void => {
    const entry = write({ kind: 'taken', sitting, panelist });
    setMine(rememberedTakes(id, entry));
    setLast({ entry, text: `The tray of seat ${seat} is in your hand` });
  };
  const putDown = ({ seat, panelistId: panelist }: SeatView, celsius: number | null): void => {
    const entry = write({ kind: 'out', sitting, panelist, ...(celsius !== null && { celsius }) });
    setLast({ entry, text: `Seat ${seat} has its tray` });
    setChosen(null);
  };
  return (
    <div className="mx-auto max-w-xl space-y-4">
      <h1 className="font-serif text-[1.75rem] leading-tight">{carrySentence(trays)}</h1>
      {service.waiting > 0 && (
        <p role="status" className="rounded-card bg-look px-4 py-3 font-bold">
          {counted(service.waiting, 'tap')} on the way: kept on this phone until the network is back.
        </p>
      )}
      {next && (
        <NextTray
          key={next.seat.panelistId}
          tray={next}
          onTake={() => take(next.seat)}
          onOut={(celsius) => putDown(next.seat, celsius)}
        />
      )}
      {last && (
        <p role="status" className="flex min-h-12 items-center justify-between gap-3 text-quiet">
          {last.text}.
          <button
            type="button"
            className="min-h-12 px-3 font-bold text-chestnut underline underline-offset-3"
            onClick={() => {
              write({ kind: 'undone', of: last.entry });
              setLast(null);
            }}
          >
            Undo
          </button>
        </p>
      )}
      {next && (
        <p className="flex min-h-12 items-center justify-between gap-3">
          {cut ? (
            <span>
              <span className="font-mono" aria-hidden>
                {cut.sign}
              </span>{' '}
              {cut.text}
            </span>
          ) : (
            <Button className="min-h-12!" onClick={() => write({ kind: 'sliced', sitting, flight: next.flight })}>
              {`Flight ${next.flight} is cut now`}
            </Button>
          )}
        </p>
      )}
      <TraysToCome trays={trays.filter((tray) => tray !== next)} onChoose={setChosen} />
      <Link to={`/tastings/${id}/serve`} className={buttonClass('quiet')}>
        All trays, and what to do when one goes wrong
      </Link>
    </div>
  );
}
