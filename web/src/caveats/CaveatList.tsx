import { counted } from '@jacana/core/format';
import { format } from 'date-fns';
import { useState } from 'react';
import type { CaveatEntryInput, CaveatView } from '../client/api.generated';
import { Card } from '../ui/Card';
import { Mark } from '../ui/Notice';
import { CaveatFields } from './CaveatFields';
import { useLedger } from './ledgerPost';

interface CaveatListProps {
  id: string;
  tags: readonly string[];
  /** What comes with a method by its nature, which is a caveat from the start. */
  bundled: readonly { method: string; text: string }[];
  /** Whether it holds only what this person wrote; the coordinator reads all. */
  isOwn: boolean;
}

/** The caveat ledger as it stands. Each can be edited or withdrawn by whoever wrote it; what it said before is kept. */
export function CaveatList({ id, tags, bundled, isOwn }: CaveatListProps) {
  const aside = isOwn ? 'your own' : 'from everyone';
  const { ledger, waiting, write } = useLedger(id);
  const [editing, setEditing] = useState<string | null>(null);
  const caveats = ledger?.caveats ?? [];
  const noted = waiting.filter(({ kind }) => kind === 'noted');
  const total = caveats.length + bundled.length + noted.length;
  return (
    <Card
      title={total > 0 ? counted(total, 'caveat') : isOwn ? 'No caveats of your own' : 'No caveats so far'}
      aside={aside}
    >
      <ul className="divide-y divide-line">
        {bundled.map(({ method, text }) => (
          <li key={`${method} ${text}`} className="py-2">
            {method}: {text}
            <span className="block text-sm text-quiet">from the plan: it comes with the method</span>
          </li>
        ))}
        {caveats.map((caveat) => (
          <li key={caveat.id} className="py-2">
            {editing === caveat.id ? (
              <CaveatFields
                tags={tags}
                before={caveat}
                done="Save the edit"
                onDone={({ text, pieces }) => {
                  write({ kind: 'edited', of: caveat.id, text, ...(pieces.length > 0 && { pieces }) });
                  setEditing(null);
                }}
                onCancel={() => setEditing(null)}
              />
            ) : (
              <Standing
                caveat={caveat}
                isMoving={waiting.some(({ of }) => of === caveat.id)}
                onEdit={() => setEditing(caveat.id)}
                onWithdraw={() => write({ kind: 'withdrawn', of: caveat.id })}
              />
            )}
          </li>
        ))}
        {noted.map((entry) => (
          <WaitingLine key={entry.id} entry={entry} />
        ))}
      </ul>
      {total === 0 && (
        <p className="text-quiet">What departs from the plan is noted here, and stands beside the answer.</p>
      )}
    </Card>
  );
}

interface StandingProps {
  caveat: CaveatView;
  /** An edit or a withdrawal of it is on its way. */
  isMoving: boolean;
  onEdit: () => void;
  onWithdraw: () => void;
}

function Standing({ caveat, isMoving, onEdit, onWithdraw }: StandingProps) {
  const action = 'rounded px-1.5 py-1 text-sm text-chestnut underline hover:bg-pad';
  return (
    <div className="flex flex-wrap items-start justify-between gap-x-4">
      <div className="min-w-0 flex-1 basis-64">
        {caveat.text} {caveat.afterUnsealing && <Mark>after unsealing</Mark>}
        <span className="block text-sm text-quiet">
          {caveat.by && `${caveat.by}, `}
          {format(caveat.at, 'd MMM HH:mm')}
          {caveat.editedAt && `, edited ${format(caveat.editedAt, 'd MMM HH:mm')}`}
          <Touched pieces={caveat.pieces} />
        </span>
      </div>
      {isMoving ? (
        <span className="text-sm text-quiet">on its way…</span>
      ) : (
        caveat.mine && (
          <span className="not-printed whitespace-nowrap">
            <button type="button" onClick={onEdit} className={action}>
              Edit
            </button>
            <button type="button" onClick={onWithdraw} className={action}>
              Withdraw
            </button>
          </span>
        )
      )}
    </div>
  );
}

function WaitingLine({ entry }: { entry: CaveatEntryInput }) {
  return (
    <li className="py-2" data-testid="waiting">
      {entry.text}
      <span className="block text-sm text-quiet">
        <Mark>not sent yet</Mark> kept in this browser until Jacana can be reached
        <Touched pieces={entry.pieces ?? []} />
      </span>
    </li>
  );
}

function Touched({ pieces }: { pieces: readonly string[] }) {
  if (pieces.length === 0) return null;
  return (
    <>
      {' · touches '}
      <span className="font-mono font-semibold text-ink">{pieces.join(' ')}</span>
    </>
  );
}
