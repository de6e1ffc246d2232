import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { buttonClass } from './Button';

export interface MenuChoice {
  name: string;
  hint?: string;
  run: () => void;
}

/** A button that opens a list of things to do. */
export function Menu({ label, icon, choices }: { label: string; icon?: ReactNode; choices: readonly MenuChoice[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonClass()}>
        {icon}
        {label}
        <ChevronDown size={16} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-[min(28rem,var(--radix-dropdown-menu-content-available-height))] max-w-sm overflow-auto rounded-card border border-line bg-paper p-1.5 shadow-xl"
        >
          {choices.map(({ name, hint, run }) => (
            <DropdownMenu.Item
              key={name}
              onSelect={run}
              className="cursor-pointer rounded-lg px-3 py-1.5 outline-none data-[highlighted]:bg-pad"
            >
              {name}
              {hint && <span className="block text-sm text-quiet">{hint}</span>}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
