import { counted } from '@jacana/core/format';
import { useState } from 'react';
import type { KitchenView } from '../../../client/api.generated';
import { useLocale } from '../../../kitchen/useLocale';
import { useInTasting } from '../../../shell/session';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { TextField } from '../../../ui/Field';
import type { Tapped } from '../day/kitchenPost';
import type { Day } from '../day/day';
import { gateBatches, undecided } from './batches';

interface GateCardProps {
  kitchen: Pick<KitchenView, 'methods' | 'product'>;
  day: Pick<Day, 'state' | 'curves'>;
  write: (tapped: readonly Tapped[], text: string) => void;
}

/** The decisions before the plate, batch by batch: what is in order with one tap, the rest with a reason that a person signs. */
export function GateCard({ kitchen: { methods, product }, day, write }: GateCardProps) {
  const locale = useLocale();
  const [isCookedUnrecorded, setCooked] = useState(false);
  const batches = gateBatches({ methods, product, ...day, locale, isCookedUnrecorded });
  const { inOrder, needing, cooking, untapped, decided } = batches;
  const left = undecided(batches).length;
  if (left + decided === 0) return null;
  const decide = (pieces: readonly string[], decision: 'passed' | 'served-all-the-same', because = ''): void =>
    write(
      pieces.map((piece) => ({ kind: 'gate', piece, decision, because })),
      `${pieces.join(', ')} ${decision === 'passed' ? 'passed' : 'served anyway'}`,
    );
  return (
    <Card title="Gate" aside={left === 0 ? 'all decided' : `${left} of ${left + decided} to decide`}>
      {left > 0 && (
        <p className="mb-2 text-sm text-quiet">
          Nothing is cut before somebody has decided. Look at each piece; local codes and licensed practice come first.
        </p>
      )}
      {inOrder.length > 0 && (
        <div className="mb-3">
          <Tags tags={inOrder} />
          <Button look="main" className="mt-2 min-h-12!" onClick={() => decide(inOrder, 'passed')}>
            Pass {inOrder.length === 1 ? 'this piece' : `these ${inOrder.length} pieces`}
          </Button>
        </div>
      )}
      {needing.map(({ why, pieces }) => (
        <Needing key={why} {...{ why, pieces }} onServe={(because) => decide(pieces, 'served-all-the-same', because)} />
      ))}
      {cooking.length > 0 && (
        <p className="text-sm">
          Still in the kitchen: <span className="font-mono">{cooking.join(', ')}</span>.
        </p>
      )}
      {untapped.length > 0 && (
        <div className="text-sm">
          <p>
            Nobody tapped a step of <span className="font-mono">{untapped.join(', ')}</span>.
          </p>
          <Button className="mt-1 min-h-12!" onClick={() => setCooked(true)}>
            {untapped.length === 1 ? 'It is' : 'They are'} cooked: decide
          </Button>
        </div>
      )}
      {left === 0 && <p>{counted(decided, 'piece is', 'pieces are')} decided on.</p>}
    </Card>
  );
}

const Tags = ({ tags }: { tags: readonly string[] }) => (
  <p className="flex flex-wrap gap-1.5">
    {tags.map((tag) => (
      <span key={tag} className="rounded border-2 border-ink px-2 py-0.5 font-mono text-lg font-semibold">
        {tag}
      </span>
    ))}
  </p>
);

function Needing({ why, pieces, onServe }: { why: string; pieces: string[]; onServe: (because: string) => void }) {
  const { me } = useInTasting();
  const [because, setBecause] = useState('');
  const serve = (): void => {
    onServe(because.trim());
    setBecause('');
  };
  return (
    <div className="mb-3 rounded-lg border-2 border-chestnut p-3">
      <Tags tags={pieces} />
      <p className="mt-1 font-bold first-letter:uppercase">{why}.</p>
      <TextField
        label={pieces.length === 1 ? 'Why it is served anyway' : 'Why they are served anyway'}
        hint="Kept in the log and the report, and proposed as a caveat. To withdraw a piece, choose it by itself."
        className="mt-2"
        maxLength={2000}
        value={because}
        onChange={(event) => setBecause(event.target.value)}
      />
      <Button className="mt-2 min-h-12!" disabled={because.trim() === ''} onClick={serve}>
        Serve {pieces.length === 1 ? 'it' : `these ${pieces.length}`} anyway, as {me.name} decides
      </Button>
    </div>
  );
}
