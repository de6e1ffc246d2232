import { MOST_PIECES } from '@jacana/core/bundle';
import { Controller } from 'react-hook-form';
import { Card } from '../../ui/Card';
import { Toggle } from '../../ui/Toggle';
import { WholeField } from '../../ui/WholeField';
import { useDrafting } from '../../drafting/draft';

const LEVELS = [
  { alpha: 0.1, words: '1 in 10' },
  { alpha: 0.05, words: '1 in 20' },
  { alpha: 0.01, words: '1 in 100' },
];

/** What the ballot asks, and what the analysis will go by. */
export function BallotCard() {
  const { form, isLocked } = useDrafting();
  return (
    <Card title="Ballot and analysis">
      <div className="space-y-3">
        <Controller
          control={form.control}
          name="liking"
          render={({ field }) => (
            <Toggle
              label="Ask for liking, 1 to 9, after each sample"
              hint="Then the ranking, once all are tasted."
              checked={field.value}
              disabled={isLocked}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          control={form.control}
          name="ties"
          render={({ field }) => (
            <Toggle
              label="Allow ties in the ranking"
              hint="Without ties people look harder."
              checked={field.value}
              disabled={isLocked}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          control={form.control}
          name="piecesPerMethod"
          render={({ field }) => (
            <WholeField
              label="Pieces to cook per method"
              min={1}
              max={MOST_PIECES}
              className="w-56"
              disabled={isLocked}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          control={form.control}
          name="alpha"
          render={({ field }) => (
            <fieldset>
              <legend className="mb-1 text-sm font-bold">Claim a difference by mistake at most</legend>
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
  );
}
