import { LIMITS, type DecisionKind } from '@jacana/core/bundle';
import { PRODUCT_GUIDES } from '@jacana/core/library';
import { RadioGroup } from 'radix-ui';
import { DECISIONS } from '../../drafting/decisions';
import { useDrafting } from '../../drafting/draft';
import { chooseProduct } from '../../drafting/productChoice';
import { useTestChoice } from '../../drafting/testChoice';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { SelectField } from '../../ui/SelectField';

/** The kind of decision, and the product that it is about: the test follows from both. */
export function DecisionCard() {
  const { draft, form, isLocked } = useDrafting();
  const { decide } = useTestChoice();
  const { kind } = draft.decision;
  return (
    <Card title="What is to be decided">
      <RadioGroup.Root
        aria-label="What is to be decided"
        value={kind}
        disabled={isLocked}
        onValueChange={(value) => decide({ ...draft.decision, kind: value as DecisionKind })}
        className="grid grid-cols-2 gap-2 md:grid-cols-3 xl:grid-cols-6"
      >
        {DECISIONS.map(({ kind: value, name, about }) => (
          <RadioGroup.Item
            key={value}
            value={value}
            className="flex flex-col rounded-xl border border-line bg-white px-3 py-2 text-left data-[state=checked]:border-ink data-[state=checked]:bg-pad disabled:opacity-70"
          >
            <span className="block leading-snug font-bold">{name}</span>
            <span className="block text-sm text-quiet">{about}</span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      <div className="mt-3 grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <SelectField
          label="Kind of product"
          hint="For how much a mouth manages, and what is usually held constant."
          value={draft.product}
          disabled={isLocked}
          options={PRODUCT_GUIDES.map(({ product, name }) => ({ value: product, text: name }))}
          onChange={(product) => chooseProduct(form, draft, product)}
        />
        {kind === 'more-of' && (
          <TextField
            label="More of what"
            hint="One word, such as crisp; it goes into the question."
            placeholder="crisp"
            maxLength={200}
            disabled={isLocked}
            value={draft.decision.attribute}
            onChange={(event) => decide({ ...draft.decision, attribute: event.target.value })}
          />
        )}
        {kind === 'good-enough' && <Margin label="May lose" meaning="What a loss of that size would mean." />}
        {kind === 'similar' &&
          (draft.test === 'equivalence' ? <Margin label="May differ" meaning={SMALL} /> : <Tellers />)}
      </div>
    </Card>
  );
}

/** The margin in numbers and in words, so that everyone knows what "good enough" is to mean. */
function Margin({ label, meaning }: { label: string; meaning: string }) {
  const { draft, form, isLocked } = useDrafting();
  return (
    <div className="grid grid-cols-[11rem_minmax(0,1fr)] gap-x-3">
      <NumberField
        label={label}
        unit="points of 9"
        min={0.1}
        max={4}
        disabled={isLocked}
        value={draft.decision.margin}
        onChange={(margin) => form.setValue('decision.margin', margin)}
      />
      <InWords meaning={meaning} placeholder="a guest would still order it again" />
    </div>
  );
}

/** The share of people who can tell that would matter: that many, or more, is what the tasting is to rule out. */
function Tellers() {
  const { draft, form, isLocked } = useDrafting();
  const { least, most } = LIMITS.decision.mostTellers;
  return (
    <div className="grid grid-cols-[11rem_minmax(0,1fr)] gap-x-3">
      <NumberField
        label="To be ruled out"
        unit="% can tell"
        min={100 * least}
        max={100 * most}
        disabled={isLocked}
        value={Number((100 * draft.decision.mostTellers).toFixed(1))}
        onChange={(percent) => form.setValue('decision.mostTellers', percent / 100)}
      />
      <InWords meaning={SMALL} placeholder="nobody at our tables would ask what changed" />
    </div>
  );
}

const SMALL = 'What it means that fewer can, or that it is less.';

function InWords({ meaning, placeholder }: { meaning: string; placeholder: string }) {
  const { form, isLocked } = useDrafting();
  return (
    <TextField
      label="In words"
      hint={meaning}
      placeholder={placeholder}
      maxLength={200}
      disabled={isLocked}
      {...form.register('decision.marginWords')}
    />
  );
}
