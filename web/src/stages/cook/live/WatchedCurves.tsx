import type { ExpectedEnd } from '@jacana/core/kitchen';
import { useState } from 'react';
import { useDegrees } from '../../../shell/degrees';
import { Card } from '../../../ui/Card';
import { CurveChart } from '../readings/CurveChart';
import { endText } from '../readings/curves';
import type { Day } from './day';

/** The curve that will be there first, or the one that somebody wants to see. */
export function WatchedCurves({ day }: { day: Day }) {
  const degrees = useDegrees();
  const [chosen, setChosen] = useState<string | null>(null);
  const open = day.curves.filter(({ to, where, points }) => to === null && where === 'core' && points.length > 0);
  if (open.length === 0) return null;
  const inTurn = [...open].sort(
    (one, other) => soon(day.expected.get(one.piece)) - soon(day.expected.get(other.piece)),
  );
  const curve = inTurn.find(({ piece }) => piece === chosen) ?? inTurn[0];
  const expected = day.expected.get(curve.piece);
  return (
    <Card title={`Probe in ${curve.piece}`} aside={`${curve.device.toLowerCase()}, channel ${curve.channel}`}>
      {expected && <p className="font-bold">{endText(expected, degrees)}</p>}
      <CurveChart curve={curve} expected={expected} />
      {inTurn.length > 1 && (
        <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Which probe">
          {inTurn.map(({ piece }) => (
            <button
              key={piece}
              type="button"
              aria-pressed={piece === curve.piece}
              onClick={() => setChosen(piece)}
              className={`min-h-12 min-w-12 rounded border-2 px-1.5 font-mono text-lg font-semibold ${piece === curve.piece ? 'border-ink bg-water' : 'border-line'}`}
            >
              {piece}
            </button>
          ))}
        </div>
      )}
    </Card>
  );
}

const soon = (expected: ExpectedEnd | undefined): number => {
  if (!expected) return Infinity;
  return expected.end.kind === 'there' ? 0 : expected.end.kind === 'expected' ? expected.end.minutes : 1e9;
};
