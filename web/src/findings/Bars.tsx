import { percent } from './order';

/** A share of one as a bar, with its number. */
export function ShareBar({ share, colour }: { share: number; colour: string }) {
  return (
    <span className="flex items-center gap-2.5">
      <span className="hidden h-3.5 flex-1 rounded-full bg-pad sm:block">
        <span
          className="block h-full rounded-full"
          style={{ width: `${share * 100}%`, background: colour }}
          aria-hidden
        />
      </span>
      <span className="font-mono whitespace-nowrap sm:w-14 sm:text-right">{percent(share)}</span>
    </span>
  );
}

/** Two shares of one from the middle: against it at the left, for it at the right. */
export function BothSides({ left, right, colour }: { left: number; right: number; colour: string }) {
  return (
    <span className="hidden grid-cols-2 divide-x sm:grid divide-quiet" aria-hidden>
      <span className="flex justify-end">
        <span className="h-3.5 rounded-l-full opacity-40" style={{ width: `${left * 100}%`, background: colour }} />
      </span>
      <span>
        <span className="block h-3.5 rounded-r-full" style={{ width: `${right * 100}%`, background: colour }} />
      </span>
    </span>
  );
}
