import { Slider } from 'radix-ui';
import { NumberField } from './NumberField';

interface RangeFieldProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit?: string;
  hint?: string;
  disabled?: boolean;
  /** How far the slider goes, where the number may go further. */
  reach?: number;
  onChange: (value: number) => void;
}

/** A number with a slider beside it: drag for a feel of it, type for the exact one. */
export function RangeField({
  label,
  value,
  min,
  max,
  step,
  unit,
  hint,
  disabled,
  reach = max,
  onChange,
}: RangeFieldProps) {
  return (
    <div className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-end gap-x-4">
      <NumberField
        {...{ label, value, min, max, unit, disabled, onChange }}
        whole={Number.isInteger(step) && Number.isInteger(min)}
      />
      <div className="pb-1.5">
        <Slider.Root
          value={[Math.min(reach, value)]}
          min={min}
          max={reach}
          step={step}
          disabled={disabled}
          onValueChange={([next]) => onChange(Math.round(next * 1000) / 1000)}
          className="relative flex h-8 touch-none items-center data-[disabled]:opacity-60"
        >
          <Slider.Track className="relative h-1.5 grow rounded-full bg-line">
            <Slider.Range className="absolute h-full rounded-full bg-eaten" />
          </Slider.Track>
          <Slider.Thumb
            aria-label={`${label}, slider`}
            className="block size-5 rounded-full border-2 border-chestnut bg-paper"
          />
        </Slider.Root>
        {hint && <p className="text-sm text-quiet">{hint}</p>}
      </div>
    </div>
  );
}
