import type { Step } from '@jacana/core/questions';
import { useId } from 'react';

interface StepsProps {
  steps: readonly Step[];
  value: number | undefined;
  /** Id of the question's heading. */
  labelledBy: string;
  onChange: (value: number) => void;
}

/**
 * A scale of named steps, one under the other, with nothing chosen to begin with. Digits choose too.
 * The browser's own radio buttons, laid over each step: they cost a phone nothing to load.
 */
export function Steps({ steps, value, labelledBy, onChange }: StepsProps) {
  const name = useId();
  const byKey = (key: string): void => {
    const meant = steps.find((step) => step.number === key);
    if (meant) onChange(meant.score);
  };
  return (
    <div
      role="radiogroup"
      aria-labelledby={labelledBy}
      onKeyDown={(event) => byKey(event.key)}
      className="flex w-full flex-col gap-1.5"
    >
      {steps.map((step) => (
        <label
          key={step.score}
          className="relative flex min-h-12 w-full items-center gap-4 rounded-xl border border-quiet/45 bg-paper px-4 py-2 text-left has-checked:border-ink has-checked:bg-ink has-checked:font-bold has-checked:text-white dim:border-night-line dim:bg-transparent dim:has-checked:bg-night-ink dim:has-checked:text-night"
        >
          <input
            type="radio"
            name={name}
            checked={value === step.score}
            onChange={() => onChange(step.score)}
            className="absolute inset-0 cursor-pointer appearance-none rounded-xl"
          />
          {step.number !== undefined && <span className="font-mono font-semibold">{step.number}</span>}
          {step.text}
        </label>
      ))}
    </div>
  );
}
