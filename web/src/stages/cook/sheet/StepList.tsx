import { together } from '@jacana/core/sheets';
import { useState } from 'react';
import type { RangeInput, RunSheetView, SheetStepView } from '../../../client/api.generated';
import { Button } from '../../../ui/Button';
import { momentText } from '../../../kitchen/clock';

/** Everything in the order of time, for one cook or all. */
export function StepList({ sheet, range, day }: { sheet: RunSheetView; range: RangeInput; day: number }) {
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <p className="mt-2">
        <Button look="quiet" onClick={() => setOpen(true)}>
          As a list, by cook
        </Button>
      </p>
    );
  const nobody = sheet.steps.filter(({ hands }) => hands === null);
  return (
    <div className="mt-3 grid gap-4 md:grid-cols-2">
      {range.cooks.map((cook) => (
        <CookList key={cook} name={cook} day={day} steps={sheet.steps.filter(({ hands }) => hands === cook)} />
      ))}
      {nobody.length > 0 && <CookList name="By itself" day={day} steps={nobody} />}
    </div>
  );
}

function CookList({ name, steps, day }: { name: string; steps: SheetStepView[]; day: number }) {
  return (
    <section aria-label={`Steps of ${name}`}>
      <h3 className="font-bold">{name}</h3>
      <ol className="divide-y divide-line text-sm">
        {together(steps).map(({ first, pieces }) => (
          <li
            key={`${first.start} ${first.method} ${first.step} ${first.place}`}
            className="grid grid-cols-[5.5rem_minmax(0,1fr)] py-1"
          >
            <span className="font-mono">{momentText(Date.parse(first.start), day)}</span>
            <span>
              <span className="font-mono font-semibold">{pieces.join(' ')}</span> {first.text}
              <span className="block text-quiet">
                {[
                  first.method,
                  first.equipment && `${first.equipment} ${first.place}`,
                  `until ${momentText(Date.parse(first.end), day)}`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
