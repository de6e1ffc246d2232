import { guideFor } from '@jacana/core/library';
import { scopeOf } from '@jacana/core/questions';
import { Controller } from 'react-hook-form';
import { useDrafting } from '../../../drafting/draft';
import { Card } from '../../../ui/Card';
import { SelectField } from '../../../ui/SelectField';
import { useServiceFields } from './serviceFields';

/** How the ballot leads through the samples: pauses, practice, and what may be gone back to. */
export function PaceCard() {
  const { form, draft, isLocked } = useDrafting();
  const { whole, toggle } = useServiceFields();
  const { rinse } = guideFor(draft.product);
  const hasScales = draft.ballot.items.some((item) => scopeOf(item) === 'sample');
  return (
    <Card title="Pace">
      <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
        <div className="space-y-2.5">
          <Controller
            control={form.control}
            name="service.presentation"
            render={({ field }) => (
              <SelectField
                label="Samples stand"
                hint={
                  field.value === 'sequential'
                    ? 'Each is judged before the next; comparisons come last.'
                    : 'Compared as they are judged, question by question; no rinse is timed among them.'
                }
                value={field.value}
                disabled={isLocked}
                options={[
                  { value: 'sequential', text: 'one after the other' },
                  { value: 'side-by-side', text: 'side by side' },
                ]}
                onChange={field.onChange}
              />
            )}
          />
          {whole('rinseSeconds', 'Rinse', [0, 600], rinse, 's')}
          {whole('secondsPerSample', 'Time for a sample', [10, 1800], undefined, 's')}
          {whole('pauseAfter', 'A pause after every', [0, 60], 'None where it is 0; longer than a rinse.', 'samples')}
          {draft.service.pauseAfter > 0 && whole('pauseSeconds', 'Length of the pause', [10, 3600], undefined, 's')}
        </div>
        <div className="space-y-2.5">
          {toggle('warmUp', 'Warm-up sample first', 'Takes the edge off the first place; it does not count.')}
          {draft.service.warmUp &&
            hasScales &&
            toggle('practice', 'Scales are tried on it', 'Each kind of scale once, with answers that go nowhere.')}
          {toggle(
            'waitsForTray',
            'Ballots wait for the tray',
            'Samples open once it is put down by whoever carries trays, or its panelist says that it stands there.',
          )}
          {toggle(
            'goingBack',
            'Going back to earlier samples',
            'Without it each sample is judged by itself, and what was said of it stays.',
          )}
        </div>
      </div>
    </Card>
  );
}
