import { counted } from '@jacana/core/format';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api, refusalOf } from '../../client/api';
import type { SeatView, TastingCard } from '../../client/api.generated';
import { useCommands } from '../../shell/CommandProvider';
import { Button, buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Modal } from '../../ui/Modal';
import { Failure } from '../../ui/Notice';

/** Ends the tasting; and, as long as the key is sealed, lets it go on. */
export function CloseCard({ card, seats }: { card: TastingCard; seats: readonly SeatView[] }) {
  const [isAsking, setAsking] = useState(false);
  const [close, { error, isLoading }] = api.useCloseMutation();
  const [reopen, reopening] = api.useReopenMutation();
  const { id, closedAt, unsealedAt, handedIn, panelists } = card;
  useCommands(
    useMemo(
      () => (closedAt ? [] : [{ label: 'Close the tasting', group: 'Taste', keys: 'c', run: () => setAsking(true) }]),
      [closedAt],
    ),
  );
  if (closedAt) {
    return (
      <Card title="Closed">
        <div className="flex flex-wrap gap-3">
          <Link to={`/tastings/${id}/read`} className={buttonClass('main')}>
            {unsealedAt ? 'Read the answer' : 'Go on to unseal'}
          </Link>
          {!unsealedAt && <Button onClick={() => void reopen({ id })}>Reopen</Button>}
        </div>
        {reopening.error && <Failure message={refusalOf(reopening.error).message} />}
      </Card>
    );
  }
  if (card.sitting < card.sittings) return <NextSitting card={card} />;
  const missing = panelists - handedIn;
  const run = async (): Promise<void> => {
    const result = await close({ id });
    if (!result.error) setAsking(false);
  };
  return (
    <Card title="When everyone is done">
      <Button look={missing === 0 ? 'main' : 'plain'} onClick={() => setAsking(true)}>
        Close the tasting
      </Button>
      <Modal
        title={missing === 0 ? 'Close the tasting?' : `Close with ${counted(missing, 'ballot')} missing?`}
        about={
          missing === 0
            ? 'All ballots are in. After closing nobody can answer; you can reopen it until the key is unsealed.'
            : 'Nothing is filled in for ballots that did not come in. You can reopen the tasting until the key is unsealed.'
        }
        open={isAsking}
        onOpenChange={setAsking}
      >
        <Unfinished seats={seats} />
        {error && <p role="alert">{refusalOf(error).message}</p>}
        <Button look="main" disabled={isLoading} onClick={() => void run()}>
          Close
        </Button>
      </Modal>
    </Card>
  );
}

/** Everyone whose ballot is not in, and how far they came: nobody is left out unnamed. */
function Unfinished({ seats }: { seats: readonly SeatView[] }) {
  const open = seats.filter(({ state, codes }) => state !== 'done' && codes.length > 0);
  if (open.length === 0) return null;
  return (
    <ul className="mb-3 max-h-60 list-disc overflow-auto pl-5" aria-label="Not in">
      {open.map((seat) => (
        <li key={seat.panelistId}>
          Seat {seat.seat}, {seat.name}: {unfinishedText(seat)}
        </li>
      ))}
    </ul>
  );
}

function unfinishedText({ state, presence, tasted, codes, isWithheld }: SeatView): string {
  if (isWithheld) return 'must not eat it, and was served nothing';
  if (presence === 'absent') return 'did not come';
  const far = state === 'away' ? 'has not begun' : `${tasted} of ${codes.length} samples done`;
  return presence === 'stopped' ? `stopped, ${far}; what was answered counts as far as it goes` : far;
}

/** Between two sittings: whoever began this one can still finish it. */
function NextSitting({ card }: { card: TastingCard }) {
  const [open, { isLoading }] = api.useNextSittingMutation();
  const missing = card.panelists - card.handedIn;
  return (
    <Card title={`Sitting ${card.sitting} of ${card.sittings}`}>
      <p className="mb-3 text-quiet">
        {missing === 0
          ? 'Everyone has handed in.'
          : `${counted(missing, 'ballot')} of this sitting are not in; those begun can still be finished afterwards.`}
      </p>
      <Button look={missing === 0 ? 'main' : 'plain'} disabled={isLoading} onClick={() => void open({ id: card.id })}>
        Open sitting {card.sitting + 1}
      </Button>
    </Card>
  );
}
