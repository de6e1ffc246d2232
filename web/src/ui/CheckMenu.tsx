import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';

interface CheckMenuProps<Value extends string> {
  /** For screen readers: what is chosen here. */
  label: string;
  /** What the button says of what is chosen. */
  summary: string;
  options: readonly { value: Value; text: string }[];
  chosen: readonly Value[];
  disabled?: boolean;
  onChange: (chosen: Value[]) => void;
}

/** A button that opens a list to tick some of; it stays open while one ticks. */
export function CheckMenu<Value extends string>(props: CheckMenuProps<Value>) {
  const { label, summary, options, chosen, disabled, onChange } = props;
  const toggle = (value: Value, isOn: boolean): void =>
    onChange(options.map((one) => one.value).filter((one) => (one === value ? isOn : chosen.includes(one))));
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        disabled={disabled}
        aria-label={`${label}: ${summary}`}
        className="flex w-full min-w-0 items-center justify-between gap-2 rounded-md border border-quiet/50 bg-white px-2 py-1.5 text-left disabled:bg-water disabled:text-quiet"
      >
        <span className={`min-w-0 ${chosen.length === 0 ? 'text-quiet' : ''}`}>{summary}</span>
        <ChevronDown size={16} aria-hidden className="shrink-0" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-[min(28rem,var(--radix-dropdown-menu-content-available-height))] max-w-sm overflow-auto rounded-card border border-line bg-paper p-1.5 shadow-xl"
        >
          {options.map(({ value, text }) => (
            <DropdownMenu.CheckboxItem
              key={value}
              checked={chosen.includes(value)}
              onCheckedChange={(isOn) => toggle(value, isOn)}
              onSelect={(event) => event.preventDefault()}
              className="grid cursor-pointer grid-cols-[1.25rem_minmax(0,1fr)] items-center gap-2 rounded-lg px-3 py-1.5 outline-none data-[highlighted]:bg-pad"
            >
              <span className="flex size-5 items-center justify-center rounded border border-quiet">
                <DropdownMenu.ItemIndicator>
                  <Check size={16} aria-hidden />
                </DropdownMenu.ItemIndicator>
              </span>
              {text}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
