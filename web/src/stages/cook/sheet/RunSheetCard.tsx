import { counted } from '@jacana/core/format';
import { useState } from 'react';
import type { RangeInput, RunSheetView } from '../../../client/api.generated';
import { Card } from '../../../ui/Card';
import { SelectField } from '../../../ui/SelectField';
import { clockText } from '../../../kitchen/clock';
import { StepList } from './StepList';
import { Timeline } from './Timeline';

interface RunSheetCardProps {
  sheet: RunSheetView;
  range: RangeInput;
  methods: readonly string[];
}

/** The run sheet: drawn by place and by cook, and as a list. Of several sittings one at a time. */
export function RunSheetCard({ sheet, range, methods }: RunSheetCardProps) {
  const sittings = [...new Set(range.served.map(({ sitting }) => sitting))].sort((a, b) => a - b);
  const [chosen, setChosen] = useState(sittings[0]);
  const sitting = sittings.includes(chosen) ? chosen : sittings[0];
  const served = servedAt(range, sitting);
  const before = servedAt(range, sittings[sittings.indexOf(sitting) - 1]);
  const steps = sheet.steps.filter(
    ({ piece }) => lastOf(sheet, piece) <= Math.max(...served) && lastOf(sheet, piece) > Math.max(0, ...before),
  );
  const pieces = new Set(steps.map(({ piece }) => piece));
  const own = { ...sheet, steps, waits: sheet.waits.filter(({ piece }) => pieces.has(piece)) };
  return (
    <Card title="Run sheet" aside={asideOf(sheet)}>
      {sittings.length > 1 && (
        <SelectField
          label="Sitting"
          className="mb-2 max-w-40"
          value={String(sitting)}
          options={sittings.map((one) => ({ value: String(one), text: `Sitting ${one}` }))}
          onChange={(one) => setChosen(Number(one))}
        />
      )}
      <Timeline sheet={own} range={range} served={served} methods={methods} />
      <LongestWaits sheet={own} />
      <StepList sheet={own} range={range} day={Math.max(...served)} />
    </Card>
  );
}

function asideOf({ replannedAt, isProvenBest }: RunSheetView): string {
  if (replannedAt !== null) return `planned anew at ${clockText(Date.parse(replannedAt))}`;
  return isProvenBest ? 'no sheet waits less' : 'a sheet that waits less may exist';
}

const servedAt = ({ served }: RangeInput, sitting: number | undefined): number[] =>
  served.filter((one) => one.sitting === sitting).map(({ at }) => Date.parse(at));

/** When the last step of a piece is over. */
const lastOf = ({ steps }: RunSheetView, piece: string): number =>
  Math.max(...steps.filter((step) => step.piece === piece).map(({ end }) => Date.parse(end)));

const MOST_WAITS = 4;

/** What waits longest, and of how much it may. */
function LongestWaits({ sheet: { waits, steps } }: { sheet: RunSheetView }) {
  const longest = waits
    .filter(({ minutes, least }) => minutes > least)
    .sort((a, b) => b.minutes - a.minutes)
    .slice(0, MOST_WAITS);
  if (longest.length === 0) return <p className="mt-2 text-sm text-quiet">Nothing waits.</p>;
  return (
    <p className="mt-2 text-sm">
      <strong>Longest waits:</strong>{' '}
      {longest.map(({ piece, step, minutes, most }, at) => (
        <span key={`${piece} ${step}`}>
          {at > 0 && ', '}
          <span className="font-mono font-semibold">{piece}</span> {counted(minutes, 'minute')} of at most {most} after{' '}
          {steps.find((one) => one.piece === piece && one.step === step)?.name.toLowerCase()}
        </span>
      ))}
    </p>
  );
}
