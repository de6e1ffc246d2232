import type { ReactNode } from 'react';
import { isOfMethods } from '@jacana/core/design';
import { inPercent, isAgainstMargin, isOfTwoSamples, seeksSimilarity } from '@jacana/core/questions';
import { rulesOut } from '@jacana/core/simulate';
import { Controller, type FieldPath } from 'react-hook-form';
import type { DraftInput } from '../../../client/api.generated';
import { useDrafting } from '../../../drafting/draft';
import { Card } from '../../../ui/Card';
import { RangeField } from '../../../ui/RangeField';
import { Distance, Protocols } from './Protocols';

/** What the plan is sized for: it goes into the record, so that a reader knows what could have been found. */
export function SizedFor({ children }: { children?: ReactNode }) {
  const { draft } = useDrafting();
  const isSimilarity = isOfTwoSamples(draft.test) && seeksSimilarity(draft);
  return (
    <Card title={rulesOut(draft) ? 'What it should show' : 'What it should find'}>
      <div className="space-y-3">
        {isSimilarity ? (
          <p>
            That fewer than <strong>{inPercent(draft.decision.mostTellers)}</strong> of people can tell, when in truth
            nobody can. The share is settled in Ask.
          </p>
        ) : isOfTwoSamples(draft.test) ? (
          <Size
            name="assumed.discriminators"
            label={draft.test === 'paired-preference' ? 'Truly prefer one' : 'Can truly tell'}
            most={1}
            step={0.01}
            unit="share"
            hint={
              draft.test === 'paired-preference'
                ? 'of the people; the others toss a coin'
                : 'of the people; the others guess'
            }
          />
        ) : (
          <>
            {!isAgainstMargin(draft.test) && (
              <Size
                name="assumed.difference"
                label="One liked more by"
                most={8}
                reach={4}
                step={0.1}
                unit="points of 9"
                hint="than all the others"
              />
            )}
            <Size
              name="assumed.disagreement"
              label="Tastes differ by"
              most={4}
              reach={3}
              step={0.1}
              unit="points"
              hint="standard deviation between people"
            />
          </>
        )}
        <Distance />
        {(!isOfTwoSamples(draft.test) || isOfMethods(draft)) && (
          <>
            <Size
              name="assumed.noise"
              label="One answer varies by"
              most={4}
              reach={3}
              step={0.1}
              unit="points"
              hint="standard deviation of the same person"
            />
            {draft.takenAlike === '' && (
              <Size
                name="assumed.pieceSpread"
                label="Pieces vary by"
                most={4}
                reach={2}
                step={0.05}
                unit="points"
                hint="standard deviation, cooked alike"
              />
            )}
          </>
        )}
      </div>
      <Protocols />
      {children}
      {(!isSimilarity || isOfMethods(draft)) && (
        <p className="mt-3 text-sm text-quiet">
          Guesses, until a tasting of this kind has been read; a spread of about one point each is common practice.
        </p>
      )}
    </Card>
  );
}

interface SizeProps {
  name: Extract<FieldPath<DraftInput>, `assumed.${string}`>;
  label: string;
  most: number;
  reach?: number;
  step: number;
  unit: string;
  hint: string;
}

export function Size({ name, label, most, ...rest }: SizeProps) {
  const { form, isLocked } = useDrafting();
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field }) => (
        <RangeField
          {...{ label, ...rest }}
          min={0}
          max={most}
          disabled={isLocked}
          value={field.value}
          onChange={field.onChange}
        />
      )}
    />
  );
}
