import { Switch } from 'radix-ui';
import { useId } from 'react';

interface ToggleProps {
  label: string;
  hint?: string;
  checked: boolean;
  disabled?: boolean;
  onChange: (checked: boolean) => void;
}

export function Toggle({ label, hint, checked, disabled, onChange }: ToggleProps) {
  const id = useId();
  return (
    <div className="flex items-start gap-3">
      <Switch.Root
        id={id}
        checked={checked}
        disabled={disabled}
        onCheckedChange={onChange}
        className="mt-0.5 h-5 w-9 shrink-0 rounded-full bg-[#6f8a82] transition-colors data-[state=checked]:bg-[#1B6E6A] disabled:opacity-60"
      >
        <Switch.Thumb className="block size-4 translate-x-0.5 rounded-full bg-white transition-transform data-[state=checked]:translate-x-4.5" />
      </Switch.Root>
      <label htmlFor={id}>
        {label}
        {hint && <span className="block text-sm text-quiet">{hint}</span>}
      </label>
    </div>
  );
}
