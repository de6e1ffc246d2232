import { Copy } from 'lucide-react';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { useLedger } from '../../caveats/ledgerPost';
import { api } from '../../client/api';
import type { SeatView } from '../../client/api.generated';
import { OwnName } from '../../panel/OwnName';
import { RepairDialog } from '../../service/repairs/RepairDialog';
import type { Service } from '../../service/useService';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { Mark } from '../../ui/Notice';

interface SeatDialogProps {
  seat: SeatView | undefined;
  seats: readonly SeatView[];
  service: Service;
  onClose: () => void;
}

/** One seat: its ballot's address, what went otherwise than planned, and whether this person is blind. */
export function SeatDialog({ seat, seats, service, onClose }: SeatDialogProps) {
  const { card, me } = useInTasting();
  return (
    <RepairDialog {...{ seat, seats, service, onClose }}>
      {seat && me.role === 'coordinator' && (
        <>
          {!card.closedAt && seat.state !== 'done' && <OwnLink id={card.id} panelistId={seat.panelistId} />}
          {seat.state === 'done' && !card.unsealedAt && (
            <p>
              <Link
                to={`/tastings/${card.id}/taste/paper?seat=${seat.panelistId}&correct`}
                className="font-bold text-chestnut underline underline-offset-3"
              >
                Correct an answer of this ballot
              </Link>
            </p>
          )}
          <BlindMark key={seat.panelistId} id={card.id} seat={seat} />
          <OwnName key={`${seat.panelistId} ${seat.name}`} id={card.id} seat={seat} isClosed={card.closedAt !== null} />
        </>
      )}
    </RepairDialog>
  );
}

function OwnLink({ id, panelistId }: { id: string; panelistId: string }) {
  const { data: links } = api.useGetLinksQuery({ id });
  const [isCopied, setCopied] = useState(false);
  const address = links?.find((link) => link.panelistId === panelistId)?.address;
  if (!address) return null;
  const copy = (): void => void navigator.clipboard.writeText(address).then(() => setCopied(true));
  return (
    <div className="flex items-center gap-5">
      <QRCodeSVG value={address} size={128} className="shrink-0" />
      <div className="min-w-0">
        <a
          href={address}
          target="_blank"
          rel="noreferrer"
          className="block font-mono text-sm break-all text-chestnut underline"
        >
          {address}
        </a>
        {/* Browsers offer the clipboard only on this machine or over TLS. */}
        {'clipboard' in navigator && (
          <Button className="mt-2" onClick={copy}>
            <Copy size={16} /> {isCopied ? 'Copied' : 'Copy'}
          </Button>
        )}
      </div>
    </div>
  );
}

function BlindMark({ id, seat }: { id: string; seat: SeatView }) {
  const { ledger, waiting, write } = useLedger(id);
  const { register, handleSubmit, reset } = useForm({ defaultValues: { because: '' } });
  const { panelistId: panelist } = seat;
  if (waiting.some((entry) => entry.panelist === panelist))
    return <p className="text-quiet">On its way; kept in this browser until Jacana can be reached.</p>;
  if (!seat.blind) {
    const mark = ledger?.notBlind.find((one) => one.panelist === panelist);
    return (
      <div>
        <p className="mb-2">
          Marked as not blind{mark?.because && `: ${mark.because}`}.{' '}
          {mark?.afterUnsealing && <Mark>after unsealing</Mark>} The findings show what changes without this panelist.
        </p>
        <Button onClick={() => write({ kind: 'blind-again', panelist })}>Blind after all</Button>
      </div>
    );
  }
  const submit = handleSubmit(({ because }) => {
    write({ kind: 'not-blind', panelist, because });
    reset();
  });
  return (
    <form onSubmit={(event) => void submit(event)}>
      <TextField
        label="Not blind? Say how they came to know"
        required
        maxLength={500}
        placeholder="Saw the trays in the kitchen"
        {...register('because')}
      />
      <Button type="submit">Mark as not blind</Button>
    </form>
  );
}
