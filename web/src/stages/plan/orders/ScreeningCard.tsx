import { useState } from 'react';
import { useDrafting } from '../../../drafting/draft';
import { useCalculated } from '../../../calculations/useCalculated';
import { Card } from '../../../ui/Card';
import { RangeField } from '../../../ui/RangeField';

/** This round as a screening: how many go on to a final, and whether the truly best ones are among them. */
export function ScreeningCard() {
  const { design } = useDrafting();
  const methods = design.methods.length;
  const [wanted, setWanted] = useState(6);
  const finalists = Math.max(3, Math.min(wanted, methods - 1));
  const { service, assumed, panel } = design;
  const plan = {
    ...{ methods, finalists, together: service.together },
    rankings: panel.length * service.sittings,
    methodSpread: assumed.difference,
    spread: Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(service.replicates)),
  };
  const isAsked = panel.length > 0 && methods > 3;
  const { value, isBusy } = useCalculated(isAsked ? JSON.stringify(plan) : null, (calculator) =>
    calculator.screening(plan),
  );
  if (!isAsked) return null;
  const percent = (share: number): string => `${Math.round(share * 100)} %`;
  return (
    <Card
      title={
        value
          ? `The truly best three all reach a final of ${finalists} in ${percent(value.bestThreeSurvive)} of cases`
          : 'Screening, then a final'
      }
      aside={isBusy ? 'computing…' : 'simulated'}
    >
      <RangeField
        label="Go on to the final"
        min={3}
        max={methods - 1}
        step={1}
        value={finalists}
        onChange={setWanted}
      />
      <p className="mt-2 text-quiet">
        {value && `The best one alone does in ${percent(value.bestSurvives)}. `}
        Supposing that likings of the methods differ by {assumed.difference} points (standard deviation). The final is a
        tasting of its own, with the methods that go on and fresh codes.
      </p>
    </Card>
  );
}
