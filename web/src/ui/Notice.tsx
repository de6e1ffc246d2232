import type { ReactNode } from 'react';

/** 'Look here': the only use of yellow. */
export function Mark({ children }: { children: ReactNode }) {
  return <span className="rounded-md bg-look px-2 py-0.5 text-sm font-bold text-ink">{children}</span>;
}

/** Shown in place of something that could not be loaded. */
export function Failure({ message, onRetry }: { message: string; onRetry?: () => void }) {
  return (
    <div role="alert" className="rounded-card border-2 border-chestnut bg-paper p-5">
      <p className="font-bold">{message}</p>
      {onRetry && (
        <button type="button" className="mt-2 text-chestnut underline" onClick={onRetry}>
          Try again
        </button>
      )}
    </div>
  );
}

/** Shown while something loads; quiet, since most loads take no time. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="py-10 text-center text-quiet">
      Loading {what}…
    </p>
  );
}
