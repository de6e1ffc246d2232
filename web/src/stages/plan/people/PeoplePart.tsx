import { MOST_PIECES } from '@jacana/core/bundle';
import { Controller } from 'react-hook-form';
import { useDrafting } from '../../../drafting/draft';
import { LockedSeats } from '../../../panel/LockedSeats';
import { Card } from '../../../ui/Card';
import { RangeField } from '../../../ui/RangeField';
import { AlikeField } from './AlikeField';
import { ExclusionsCard } from './ExclusionsCard';
import { PanelSize, SeatsCard } from './PanelCard';
import { PowerCard } from './PowerCard';
import { SizedFor } from './SizedFor';

const LEVELS = [
  { alpha: 0.1, words: '1 in 10' },
  { alpha: 0.05, words: '1 in 20' },
  { alpha: 0.01, words: '1 in 100' },
];

/** How many people and pieces, and what they can find. */
export function PeoplePart() {
  const { form, isLocked, tasting } = useDrafting();
  return (
    <div className="grid items-start gap-4 md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
      <div className="space-y-4">
        <Card title="People, pieces and proof">
          <div className="space-y-3">
            <PanelSize />
            <Controller
              control={form.control}
              name="piecesPerMethod"
              render={({ field }) => (
                <RangeField
                  label="Pieces a method"
                  min={1}
                  max={MOST_PIECES}
                  step={1}
                  disabled={isLocked}
                  value={field.value}
                  onChange={field.onChange}
                />
              )}
            />
            <AlikeField />
            <Controller
              control={form.control}
              name="alpha"
              render={({ field }) => (
                <fieldset>
                  <legend className="mb-1 text-sm font-bold">Claim by mistake at most</legend>
                  <div className="flex flex-wrap gap-x-5">
                    {LEVELS.map(({ alpha, words }) => (
                      <label key={alpha} className="flex items-center gap-1.5">
                        <input
                          type="radio"
                          name="alpha"
                          checked={field.value === alpha}
                          disabled={isLocked}
                          onChange={() => field.onChange(alpha)}
                          className="accent-chestnut"
                        />
                        {words}
                      </label>
                    ))}
                  </div>
                </fieldset>
              )}
            />
          </div>
        </Card>
        {isLocked ? <LockedSeats id={tasting.id} isClosed={tasting.closedAt !== null} /> : <SeatsCard />}
        <ExclusionsCard />
      </div>
      <div className="space-y-4">
        <PowerCard />
        <SizedFor />
      </div>
    </div>
  );
}
