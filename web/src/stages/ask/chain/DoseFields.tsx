import { LIMITS, MOST_DOSES, SHORT_TEXT } from '@jacana/core/bundle';
import { doseOf, MOST_NITRITE_PPM } from '@jacana/core/kitchen';
import { Plus } from 'lucide-react';
import type { DoseInput } from '../../../client/api.generated';
import { Button } from '../../../ui/Button';
import { RemoveButton } from '../../../ui/CellInput';
import { TextField } from '../../../ui/Field';
import { NumberField } from '../../../ui/NumberField';

interface DoseFieldsProps {
  doses: DoseInput[];
  isLocked: boolean;
  onChange: (doses: DoseInput[]) => void;
}

/** What is weighed into a piece by its mass, with the limit for curing salt. */
export function DoseFields({ doses, isLocked, onChange }: DoseFieldsProps) {
  const put = (at: number, part: Partial<DoseInput>): void =>
    onChange(doses.map((dose, other) => (other === at ? { ...dose, ...part } : dose)));
  return (
    <div className="col-span-full space-y-2">
      {doses.map((dose, at) => (
        // Doses have no id: they are told apart by their place alone.
        <div key={at} className="grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)_minmax(0,1fr)_auto] items-end gap-3">
          <TextField
            label="Dose of"
            maxLength={SHORT_TEXT}
            disabled={isLocked}
            value={dose.name}
            onChange={(event) => put(at, { name: event.target.value })}
          />
          <NumberField
            label="Amount"
            unit="g/kg"
            min={LIMITS.step.perKilogram.least}
            max={LIMITS.step.perKilogram.most}
            disabled={isLocked}
            value={dose.perKilogram}
            onChange={(perKilogram) => put(at, { perKilogram })}
          />
          <NumberField
            label="Nitrite in it"
            unit="%"
            min={0.01}
            max={100}
            disabled={isLocked}
            value={dose.active === undefined ? undefined : Math.round(dose.active * 1e6) / 1e4}
            onChange={(percent) => put(at, { active: percent / 100 })}
            onClear={() =>
              onChange(
                doses.map(({ active, ...rest }, other) =>
                  other === at ? rest : { ...rest, ...(active !== undefined && { active }) },
                ),
              )
            }
          />
          {!isLocked && (
            <RemoveButton
              label={`Take out the dose of ${dose.name}`}
              onRemove={() => onChange(doses.filter((_, other) => other !== at))}
            />
          )}
          <Nitrite dose={dose} />
        </div>
      ))}
      {!isLocked && doses.length < MOST_DOSES && (
        <Button look="quiet" onClick={() => onChange([...doses, { name: 'salt', perKilogram: 10 }])}>
          <Plus size={16} /> Dose by mass
        </Button>
      )}
    </div>
  );
}

function Nitrite({ dose }: { dose: DoseInput }) {
  const { ppm, isOver } = doseOf(dose, 1000);
  if (ppm === null) return null;
  const shown = `${Math.round(ppm * 10) / 10} ppm of nitrite`;
  return (
    <p className={`col-span-full text-sm ${isOver ? 'font-bold text-chestnut' : 'text-quiet'}`}>
      {isOver
        ? `${shown}: above the ${MOST_NITRITE_PPM} ppm of 9 CFR 424.21 (from memory). Lower the dose; local codes decide.`
        : `${shown}; at most ${MOST_NITRITE_PPM} by 9 CFR 424.21 (from memory), and local codes decide.`}
    </p>
  );
}
