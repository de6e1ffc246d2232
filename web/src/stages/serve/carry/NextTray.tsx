import { useState } from 'react';
import { LIMITS } from '@jacana/core/bundle';
import { useDegrees } from '../../../shell/degrees';
import { NumberField } from '../../../ui/NumberField';
import { Pad } from '../../../ui/Pad';
import type { CarriedTray } from './trays';

interface NextTrayProps {
  tray: CarriedTray;
  onTake: () => void;
  onOut: (celsius: number | null) => void;
}

const BIG = 'min-h-16 w-full rounded-xl bg-chestnut px-4 text-xl font-bold text-white hover:bg-chestnut-deep';

/** One tray: the seat, the codes in order, and one button. */
export function NextTray({ tray: { seat, place }, onTake, onOut }: NextTrayProps) {
  const degrees = useDegrees();
  const [celsius, setCelsius] = useState<number | null>(null);
  return (
    <section aria-label="Next tray" className="rounded-card border-2 border-chestnut bg-paper p-4">
      <p className="flex items-baseline justify-between gap-4">
        <span className="text-4xl font-bold">Seat {seat.seat}</span>
        <span className="truncate text-lg text-quiet">{seat.name}</span>
      </p>
      <ol className="my-4 space-y-3">
        {seat.warmUp && <CodesInRow name="warm-up" codes={seat.codes.slice(0, 1)} />}
        {seat.sets.map(({ codes, zone }, at) => (
          <CodesInRow key={at} name={zone || (seat.sets.length > 1 ? `set ${at + 1}` : '')} codes={codes} />
        ))}
      </ol>
      {place === 'mine' ? (
        <>
          <button type="button" className={BIG} onClick={() => onOut(celsius)}>
            It stands at seat {seat.seat}
          </button>
          <NumberField
            className="mt-3"
            label="Temperature, if you probed one"
            unit={degrees.unit}
            min={degrees.shown(LIMITS.step.celsius.least)}
            max={degrees.shown(LIMITS.step.celsius.most)}
            value={celsius === null ? undefined : degrees.shown(celsius)}
            onChange={(shown) => setCelsius(degrees.celsius(shown))}
            onClear={() => setCelsius(null)}
          />
        </>
      ) : (
        <button type="button" className={BIG} onClick={onTake}>
          I take this tray
        </button>
      )}
    </section>
  );
}

/** More would be too small to read at arm's length. */
const MOST_IN_A_ROW = 6;

/** From left to right, as they are to stand. */
function CodesInRow({ name, codes }: { name: string; codes: readonly string[] }) {
  return (
    <li>
      {name && <span className="block text-sm text-quiet">{name}</span>}
      <span
        className="grid gap-1.5"
        style={{ gridTemplateColumns: `repeat(${Math.min(MOST_IN_A_ROW, codes.length)}, minmax(0, 4.75rem))` }}
      >
        {codes.map((code) => (
          <Pad key={code} label={code} size="100%" />
        ))}
      </span>
    </li>
  );
}
