import { counted } from '@jacana/core/format';
import { methodLook } from '@jacana/core/charts';
import type { Findings } from '@jacana/core/findings';
import { format } from 'date-fns';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { SealView } from '../../client/api.generated';
import { PrintLink } from '../../sheets/PrintSheets';
import { Bud, Flower } from '../../shell/SealChip';
import { Waiting } from '../../shell/Waiting';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Mark } from '../../ui/Notice';
import { Pad } from '../../ui/Pad';
import { StageLayout } from '../../ui/StageLayout';

interface UnsealingProps {
  /** Comes in once the key is open. */
  found: Findings | undefined;
  onRead: () => void;
}

/** The moment of unsealing: what it does, the fingerprint checked in view, and the pads turning over. */
export function Unsealing({ found, onRead }: UnsealingProps) {
  const { card } = useInTasting();
  const query = api.useGetSealQuery({ id: card.id });
  const { data: seal } = query;
  const [unseal, { error, isLoading }] = api.useUnsealMutation();
  const [reopen] = api.useReopenMutation();
  const [isSure, setSure] = useState(false);
  if (!seal) return <Waiting what="the seal" query={query} />;
  const isOpen = seal.unsealedAt !== null;
  return (
    <StageLayout
      sentence={
        isOpen
          ? openSentence(seal)
          : `Closed with ${counted(card.handedIn, 'ballot')} of ${card.panelists}. The key is still sealed.`
      }
      support={
        isOpen
          ? `By ${seal.unsealedBy}, ${format(seal.unsealedAt ?? '', 'd MMMM yyyy, HH:mm:ss')}. It is in the log and cannot be undone.`
          : 'Unsealing links the codes to the methods for good. From then on nobody can answer, and what is looked at beyond the planned analysis counts as exploring.'
      }
      margin={<Advice isOpen={isOpen} caveats={card.caveats} />}
    >
      <TurningPads found={found} />
      <FingerprintCheck seal={seal} />
      {error && (
        <p role="alert" className="font-bold text-chestnut">
          {refusalOf(error).message}
        </p>
      )}
      {isOpen ? (
        <Button look="main" onClick={onRead} autoFocus>
          Read the answer
        </Button>
      ) : (
        <div className="space-y-4">
          <label className="flex items-start gap-2.5">
            <input
              type="checkbox"
              checked={isSure}
              onChange={(event) => setSure(event.target.checked)}
              className="mt-1.5 size-4 accent-chestnut"
            />
            <span>All ballots that will come are in, and caveats are noted.</span>
          </label>
          <div className="flex flex-wrap gap-3">
            <Button look="main" disabled={!isSure || isLoading} onClick={() => void unseal({ id: card.id })}>
              Unseal the key
            </Button>
            <Button onClick={() => void reopen({ id: card.id })}>Reopen the tasting</Button>
            <PrintLink sheet="closing" look="quiet" />
          </div>
        </div>
      )}
    </StageLayout>
  );
}

function Advice({ isOpen, caveats }: { isOpen: boolean; caveats: number }) {
  if (isOpen) {
    return (
      <Card title="From now on">
        <p>
          The planned analysis is marked as planned. Whatever else you look at is exploring: a reason to taste again,
          not a proof.
        </p>
      </Card>
    );
  }
  return (
    <Card title="Before unsealing">
      <ul className="list-disc space-y-1.5 pl-4">
        <li>
          {counted(caveats, 'caveat')} in the log. Anything still to note comes first: afterwards it could look like an
          excuse.
        </li>
        <li>Mark panelists who were not blind on the Taste stage now.</li>
      </ul>
    </Card>
  );
}

function openSentence({ matches }: SealView): string {
  return matches
    ? 'Unsealed. Key and plan are the ones that were locked.'
    : 'Unsealed, but the fingerprint does not match: something moved after locking.';
}

function FingerprintCheck({ seal }: { seal: SealView }) {
  const isOpen = seal.unsealedAt !== null;
  return (
    <Card
      title={
        <span className="flex items-center gap-2">{isOpen ? <Flower size={24} /> : <Bud size={24} />} Fingerprint</span>
      }
      aside={seal.matches ? 'the two are the same' : <Mark>the two differ</Mark>}
    >
      <dl className="grid grid-cols-[8.5rem_1fr] gap-y-1.5 text-sm">
        <dt className="text-quiet">printed at locking</dt>
        <dd className="font-mono font-semibold break-all">{seal.stated}</dd>
        <dt className="text-quiet">computed just now</dt>
        <dd className="font-mono font-semibold break-all">{seal.computed}</dd>
        <dt className="text-quiet">log</dt>
        <dd>
          {seal.logIntact ? 'every entry follows from the one before' : 'THE CHAIN IS BROKEN: entries were changed'}
        </dd>
      </dl>
    </Card>
  );
}

/** Sealed pads show codes and all look alike; opened, each turns to its method. */
function TurningPads({ found }: { found: Findings | undefined }) {
  const { card } = useInTasting();
  const { data: plan } = api.useGetPlanQuery({ id: card.id });
  if (!plan) return null;
  const codes = [...new Set(plan.trays.flatMap((tray) => tray.codes))].sort();
  const isMany = codes.length > 12;
  return (
    <ul className="flex flex-wrap gap-5" aria-label="Samples">
      {codes.map((code, at) => {
        const place = found?.methods.findIndex((method) => method.codes.includes(code)) ?? -1;
        const look = place >= 0 ? methodLook(place) : null;
        return (
          <li key={code} className={`${isMany ? 'w-20' : 'w-30'} text-center`}>
            <span
              className={`inline-block ${look ? 'animate-[turn_700ms_ease-out_both]' : ''}`}
              style={{ animationDelay: `${at * (isMany ? 20 : 180)}ms` }}
            >
              <Pad label={code} size={isMany ? 48 : 96} colour={look?.colour} notch={look?.notch} />
            </span>
            <span className="mt-1 block min-h-6 leading-tight font-bold">
              {place >= 0 && found ? found.methods[place].name : ''}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
