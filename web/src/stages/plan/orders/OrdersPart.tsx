import { counted } from '@jacana/core/format';
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
import { Controller } from 'react-hook-form';
import { useDrafting } from '../../../drafting/draft';
import { Card } from '../../../ui/Card';
import { SelectField } from '../../../ui/SelectField';
import { BalanceCard } from './BalanceCard';
import { PaceCard } from './PaceCard';
import { useServiceFields } from './serviceFields';
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
        <PaceCard />
        {!isComplete(design) && <ScreeningCard />}
      </div>
    </div>
  );
}

function ServiceCard() {
  const { form, draft, design, isLocked, problems } = useDrafting();
  const isChosen = isSharingChosen(draft);
  const isPair = isOfTwoSamples(draft.test);
  const own = problems.find(({ field }) => field === 'service' || field === 'service.codes')?.message;
  const { whole } = useServiceFields();
  const { mostSamples, name } = guideFor(draft.product);
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
        {whole('seatsPerFlight', 'Seats in a flight', [1, 500], 'At most; flights are as even as that allows.')}
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
