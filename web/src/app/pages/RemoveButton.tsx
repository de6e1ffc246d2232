import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { TastingCard } from '../../client/api.generated';
import { noticeShown } from '../../store/notices';
import { useAppDispatch } from '../../store/store';
import { Button } from '../../ui/Button';
import { Modal } from '../../ui/Modal';

/** Puts a tasting into the bin. A draft goes at once, and comes back by Undo; a locked one only after a clear question. */
export function RemoveButton({ card }: { card: TastingCard }) {
  const [isAsking, setAsking] = useState(false);
  const [remove, { error, isLoading }] = api.useRemoveTastingMutation();
  const dispatch = useAppDispatch();
  const run = async (): Promise<void> => {
    await remove({ id: card.id }).unwrap();
    setAsking(false);
    dispatch(noticeShown({ text: `"${card.title}" is in the bin for 30 days.`, restores: card.id }));
  };
  return (
    <>
      <button
        type="button"
        onClick={() => (card.lockedAt ? setAsking(true) : void run().catch(() => setAsking(true)))}
        aria-label={`Remove ${card.title}`}
        className="rounded p-2 text-quiet hover:bg-pad hover:text-ink"
      >
        <Trash2 size={18} />
      </button>
      <Modal
        title={`Put "${card.title}" into the bin?`}
        about={consequences(card)}
        open={isAsking}
        onOpenChange={setAsking}
      >
        {error && (
          <p role="alert" className="mb-3 font-bold text-chestnut">
            {refusalOf(error).message}
          </p>
        )}
        <div className="flex gap-3">
          <Button onClick={() => setAsking(false)}>Keep it</Button>
          <Button look="main" disabled={isLoading} onClick={() => void run().catch(() => undefined)}>
            Put it into the bin
          </Button>
        </div>
      </Modal>
    </>
  );
}

/** What happens to those who are in the middle of it. */
function consequences({ status, opened, handedIn, panelists }: TastingCard): string {
  const kept = 'It can be brought back from the bin for 30 days, with everything in it.';
  switch (status) {
    case 'tasting':
      return `It is being tasted: ${handedIn} of ${panelists} ballots are in, and ${opened - handedIn} people are at theirs. From then on nobody finds a ballot. ${kept}`;
    case 'locked':
      return `Its plan is locked: whoever opens a ballot finds none. ${kept}`;
    default:
      return kept;
  }
}
