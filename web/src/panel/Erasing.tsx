import { useState } from 'react';
import { Button } from '../ui/Button';
import { Failure } from '../ui/Notice';

interface ErasingProps {
  what: string;
  /** Where the answers are found afterwards. */
  staysUnder: string;
  problem: string | undefined;
  /** @returns whether it was done */
  onErase: () => Promise<boolean>;
}

/** Asks once more: it cannot be taken back. */
export function Erasing({ what, staysUnder, problem, onErase }: ErasingProps) {
  const [isAsking, setAsking] = useState(false);
  if (!isAsking) return <Button onClick={() => setAsking(true)}>{what}</Button>;
  return (
    <div role="group" aria-label={what} className="rounded-card border-2 border-chestnut p-4">
      <p className="mb-3">
        This cannot be taken back, and the tasting stays closed. With the name goes what they must not eat, and pictures
        of their paper. Answers and comments stay under {staysUnder}. Other tastings, and exports and backups made
        before, still have the name.
      </p>
      {problem && <Failure message={problem} />}
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={() => void onErase().then((isDone) => setAsking(!isDone))}>
          Erase
        </Button>
        <Button onClick={() => setAsking(false)}>Leave it</Button>
      </div>
    </div>
  );
}
