import { costText, type FoundMethod, type JustRightFinding } from '@jacana/core/findings';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';

interface JustRightCardProps {
  found: JustRightFinding;
  methods: FoundMethod[];
}

/** Much too little to much too much: the middle is as it should be. */
const COLOURS = ['#d9a441', '#ecd6ab', '#a9cbbf', '#d8c8dd', '#b58fc0'] as const;
const SIDES = ['tooLittle', 'tooMuch'] as const;

/** Who found too little, just right or too much, by method, and what being off costs. */
export function JustRightCard({ found: { ask, sides, sentence, methods: rows }, methods }: JustRightCardProps) {
  const steps = [sides.ends[0], sides.tooLittle, 'just about right', sides.tooMuch, sides.ends[1]];
  const isLiked = rows.some((row) => SIDES.some((side) => row[side].drop !== null));
  return (
    <FindingCard section="just-right" title={sentence} aside="looked at after unsealing">
      <p className="mb-2 text-quiet">{ask}</p>
      <ul className="space-y-2">
        {rows
          .filter(({ servings }) => servings > 0)
          .map((row) => {
            const at = methods.findIndex(({ id }) => id === row.method);
            const costs = SIDES.flatMap((side) => costText(row[side], sides[side]) ?? []);
            return (
              <li key={row.method} className="grid items-center gap-x-3 sm:grid-cols-[11rem_minmax(0,1fr)]">
                <MethodName at={at} name={methods[at]?.name ?? ''} isLeading={false} />
                <div>
                  <div className="flex h-7 overflow-hidden rounded">
                    {row.counts.map((count, step) =>
                      count === 0 ? null : (
                        <span
                          key={steps[step]}
                          title={`${steps[step]}: ${count} of ${row.servings}`}
                          className="flex items-center justify-center text-sm font-semibold text-ink tabular-nums"
                          style={{ background: COLOURS[step], width: `${(100 * count) / row.servings}%` }}
                        >
                          <span className="sr-only">{steps[step]}: </span>
                          {count}
                        </span>
                      ),
                    )}
                  </div>
                  {costs.length > 0 && <p className="text-sm text-quiet">{costs.join('; ')}</p>}
                </div>
              </li>
            );
          })}
      </ul>
      <ul className="mt-3 flex flex-wrap gap-x-4 gap-y-1 text-sm" aria-hidden>
        {steps.map((step, at) => (
          <li key={step} className="flex items-center gap-1.5">
            <span className="size-3 rounded-sm" style={{ background: COLOURS[at] }} /> {step}
          </li>
        ))}
      </ul>
      {isLiked && (
        <p className="mt-2 text-sm text-quiet">
          A cost is how much less those liked it than those who found it just right, with an interval by resampling; p
          by Welch, adjusted by Holm over methods and sides. Groups below a fifth of the people are left alone. It is no
          proof that changing it would please them. About these pieces.
        </p>
      )}
    </FindingCard>
  );
}
