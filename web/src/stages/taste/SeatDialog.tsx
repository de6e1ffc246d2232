import { Copy } from 'lucide-react';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { api, refusalOf } from '../../app/api';
import type { SeatView } from '../../app/api.generated';
import { useInTasting } from '../../app/session';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { Modal } from '../../ui/Modal';

/** One seat: its ballot's address, and whether this person is blind. */
export function SeatDialog({ seat, onClose }: { seat: SeatView | undefined; onClose: () => void }) {
  const { card } = useInTasting();
  return (
    <Modal
      title={seat ? `Seat ${seat.seat}: ${seat.name}` : 'Seat'}
      open={Boolean(seat)}
      onOpenChange={(open) => !open && onClose()}
    >
      {seat && (
        <div className="space-y-6">
          {!card.closedAt && seat.state !== 'done' && <OwnLink id={card.id} panelistId={seat.panelistId} />}
          <BlindMark key={seat.panelistId} id={card.id} seat={seat} />
        </div>
      )}
    </Modal>
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
  const [mark, { error, isLoading }] = api.useMarkBlindMutation();
  const { register, handleSubmit, reset } = useForm({ defaultValues: { because: '' } });
  const save = (blind: boolean, because: string) =>
    mark({ id, panelist: seat.panelistId, blindMark: { blind, because } }).unwrap();
  if (!seat.blind) {
    return (
      <div>
        <p className="mb-2">Marked as not blind. The findings show what changes without this panelist.</p>
        <Button disabled={isLoading} onClick={() => void save(true, '')}>
          Blind after all
        </Button>
      </div>
    );
  }
  const submit = handleSubmit(async ({ because }) => {
    await save(false, because);
    reset();
  });
  return (
    <form onSubmit={(event) => void submit(event).catch(() => undefined)}>
      <TextField
        label="Not blind? Say how they came to know"
        required
        maxLength={500}
        placeholder="Saw the trays in the kitchen"
        problem={error ? (refusalOf(error).problems[0]?.message ?? refusalOf(error).message) : undefined}
        {...register('because')}
      />
      <Button type="submit" disabled={isLoading}>
        Mark as not blind
      </Button>
    </form>
  );
}
