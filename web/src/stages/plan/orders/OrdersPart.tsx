import { MOST_REPLICATES, MOST_SITTINGS, MOST_TOGETHER } from '@jacana/core/bundle';
import {
  bitesPerSitting,
  codeSharing,
  isComplete,
  isOfTwoSamples,
  isSharingChosen,
  sittingMinutes,
} from '@jacana/core/design';
import { guideFor } from '@jacana/core/library';
import { scopeOf } from '@jacana/core/questions';
import { Controller } from 'react-hook-form';
import type { DraftInput } from '../../../client/api.generated';
import { counted } from '../../../shell/stages';
import { useDrafting } from '../../../drafting/draft';
import { Card } from '../../../ui/Card';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { Toggle } from '../../../ui/Toggle';
import { BalanceCard } from './BalanceCard';
import { ScreeningCard } from './ScreeningCard';

/** How samples come to panelists, and how even that is. */
export function OrdersPart() {
  const { design } = useDrafting();
  return (
    <div className="grid items-start gap-4 md:grid-cols-[17rem_minmax(0,1fr)]">
      <div className="space-y-4">
        <ServiceCard />
        <LengthCard />
      </div>
      <div className="space-y-4">
        <BalanceCard />
        {!isComplete(design) && <ScreeningCard />}
      </div>
    </div>
  );
}

type Service = DraftInput['service'];
type Of<Kind> = { [Name in keyof Service]: Service[Name] extends Kind ? Name : never }[keyof Service];

function ServiceCard() {
  const { form, draft, design, isLocked, problems } = useDrafting();
  const isChosen = isSharingChosen(draft);
  const isPair = isOfTwoSamples(draft.test);
  const own = problems.find(({ field }) => field === 'service' || field === 'service.codes')?.message;
  const whole = (name: Of<number>, label: string, [min, max]: [number, number], hint?: string, unit?: string) => (
    <Controller
      control={form.control}
      name={`service.${name}`}
      render={({ field }) => (
        <NumberField
          {...{ label, min, max, hint, unit }}
          whole
          disabled={isLocked}
          value={field.value}
          onChange={field.onChange}
        />
      )}
    />
  );
  const toggle = (name: Of<boolean>, label: string, hint: string) => (
    <Controller
      control={form.control}
      name={`service.${name}`}
      render={({ field }) => (
        <Toggle {...{ label, hint }} checked={field.value} disabled={isLocked} onChange={field.onChange} />
      )}
    />
  );
  const { mostSamples, rinse, name } = guideFor(draft.product);
  const allFit = draft.methods.length > 1 && draft.methods.length <= draft.service.together;
  return (
    <Card title="Serving">
      <div className="space-y-2.5">
        {!isPair &&
          whole(
            'together',
            'Samples at a sitting',
            [2, MOST_TOGETHER],
            `${allFit ? `All ${draft.methods.length} fit. ` : ''}A mouth manages about ${mostSamples} (${name.toLowerCase()}).`,
          )}
        {whole('sittings', 'Sittings', [1, MOST_SITTINGS], 'Each with codes of its own.')}
        {whole('replicates', isPair ? 'Tests at a sitting' : 'Times each is judged', [1, MOST_REPLICATES])}
        {whole('seatsPerFlight', 'Seats in a flight', [1, 500], 'Served at the same time.')}
        {whole('rinseSeconds', 'Rinse', [0, 600], rinse, 's')}
        {whole('secondsPerSample', 'Time for a sample', [10, 1800], undefined, 's')}
        {toggle('warmUp', 'Warm-up sample first', 'Takes the edge off the first place; it does not count.')}
        {draft.service.warmUp &&
          draft.ballot.items.some((item) => scopeOf(item) === 'sample') &&
          toggle('practice', 'Scales are tried on it', 'Each kind of scale once, with answers that go nowhere.')}
        {whole('pauseAfter', 'A pause after every', [0, 60], 'None where it is 0; longer than a rinse.', 'samples')}
        {draft.service.pauseAfter > 0 && whole('pauseSeconds', 'Length of the pause', [10, 3600], undefined, 's')}
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
        <Controller
          control={form.control}
          name="service.codes"
          render={({ field }) => (
            <SelectField
              label="Blind codes"
              hint={
                !isChosen
                  ? 'Shared ones would show which samples of a set belong together.'
                  : field.value === 'own'
                    ? 'Neighbours cannot compare notes; more labels.'
                    : 'One label for all portions of a sample.'
              }
              value={codeSharing(design)}
              disabled={isLocked || !isChosen}
              options={[
                { value: 'shared', text: 'the same for everyone' },
                { value: 'own', text: 'each panelist’s own' },
              ]}
              onChange={field.onChange}
            />
          )}
        />
        {own && <p className="text-sm font-bold text-chestnut">{own}</p>}
      </div>
    </Card>
  );
}

function LengthCard() {
  const { design } = useDrafting();
  if (design.panel.length === 0 || design.methods.length < 2) return null;
  const bites = bitesPerSitting(design);
  const { flight, flights, sitting } = sittingMinutes(design);
  const most = guideFor(design.product).mostSamples;
  return (
    <Card title={`A sitting takes about ${Math.ceil(sitting)} minutes`}>
      <p>
        {counted(bites, 'bite')} and {Math.ceil(flight)} minutes each, {counted(flights, 'flight')} one after the other.
      </p>
      {bites > most && (
        <p className="mt-2 font-bold text-chestnut">
          More than a mouth usually manages ({most}): the last samples will be judged by tired tongues.
        </p>
      )}
    </Card>
  );
}
