import { pieceOf, type Curve, type ExpectedEnd, type ExpectedRise } from '@jacana/core/kitchen';
import { useState } from 'react';
import { api } from '../../../client/api';
import { useCalculated } from '../../../calculations/useCalculated';
import { useInTasting } from '../../../shell/session';
import { useDegrees } from '../../../shell/degrees';
import { Card } from '../../../ui/Card';
import { CurveChart } from '../../../kitchen/CurveChart';
import { endText } from '../../../kitchen/curves';
import type { Day } from '../day/day';

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
      <Rise key={curve.piece} curve={curve} expected={expected} day={day} />
      <CurveChart curve={curve} expected={expected} />
      {inTurn.length > 1 && (
        <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Which probe">
          {inTurn.map(({ piece, device, channel }) => (
            <button
              key={`${device} ${channel}`}
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

interface RiseProps {
  curve: Curve;
  expected: ExpectedEnd | undefined;
  day: Day;
}

/** Less than this is not worth a thought, °C. */
const LITTLE = 0.7;

/** How much warmer it gets once it is out, and when to take it out so that it ends where it should. */
function Rise(props: RiseProps) {
  const degrees = useDegrees();
  const rise = useRise(props);
  const { expected } = props;
  if (!rise || !expected || rise.rise < LITTLE) return null;
  const more = `Taken out then, it goes on to about ${degrees.text(expected.target + rise.rise, 0)}`;
  const pull =
    rise.pullAt === null
      ? ''
      : `; to end at ${degrees.text(expected.target)}, take it out at ${degrees.text(rise.pullAt, 0)}`;
  return (
    <p className="text-sm">
      {more}
      {pull}. <span className="text-quiet">By conduction; half or twice that rise is possible.</span>
    </p>
  );
}

function useRise({ curve, expected, day }: RiseProps): ExpectedRise | null {
  const { card } = useInTasting();
  const { data: kitchen } = api.useGetKitchenQuery({ id: card.id });
  const method = kitchen?.methods.find(({ pieces }) => pieces.some(({ tag }) => tag === curve.piece));
  const step = method?.chain.find(({ id }) => id === expected?.step);
  const since = Date.parse(pieceOf(day.state, curve.piece).steps.get(step?.id ?? '')?.startedAt ?? '');
  const asked = expected &&
    step &&
    kitchen &&
    method && { step, chain: method.chain, product: kitchen.product, target: expected.target };
  // Once a minute is often enough: it moves slowly.
  const key = asked ? [curve.piece, asked.step.id, Math.floor((expected.at - since) / 60_000)].join() : null;
  const { value } = useCalculated<ExpectedRise | null>(key, (calculator) => {
    const readings = curve.points
      .filter(({ at }) => at >= since)
      .map(({ at, mean }) => ({ minutes: at / 60_000, celsius: mean }));
    return asked ? calculator.rise({ ...asked, readings }) : Promise.resolve(null);
  });
  return value;
}

const soon = (expected: ExpectedEnd | undefined): number => {
  if (!expected) return Infinity;
  return expected.end.kind === 'there' ? 0 : expected.end.kind === 'expected' ? expected.end.minutes : 1e9;
};
