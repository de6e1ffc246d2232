import { RadioGroup } from 'radix-ui';

export interface StepOption {
  value: number;
  text: string;
  /** Stands before the words. */
  number?: string;
}

interface StepsProps {
  options: readonly StepOption[];
  value: number | undefined;
  /** Id of the question's heading. */
  labelledBy: string;
  onChange: (value: number) => void;
}

/** A scale of named steps, one under the other, with nothing chosen to begin with. Digits choose too. */
export function Steps({ options, value, labelledBy, onChange }: StepsProps) {
  const byKey = (key: string): void => {
    const meant = options.find((option) => option.number === key);
    if (meant) onChange(meant.value);
  };
  return (
    <RadioGroup.Root
      aria-labelledby={labelledBy}
      value={value === undefined ? '' : String(value)}
      onValueChange={(chosen) => onChange(Number(chosen))}
      onKeyDown={(event) => byKey(event.key)}
      className="flex w-full flex-col gap-1.5"
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={String(option.value)}
          className="flex min-h-12 w-full items-center gap-4 rounded-xl border border-quiet/45 bg-paper px-4 py-2 text-left data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:font-bold data-[state=checked]:text-white dim:border-night-line dim:bg-transparent dim:data-[state=checked]:bg-night-ink dim:data-[state=checked]:text-night"
        >
          {option.number !== undefined && <span className="font-mono font-semibold">{option.number}</span>}
          {option.text}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
