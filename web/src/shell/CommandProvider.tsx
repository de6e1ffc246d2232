import { Command as Palette } from 'cmdk';
import { Dialog, VisuallyHidden } from 'radix-ui';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Key } from '../ui/Key';
import { Modal } from '../ui/Modal';
import { type Command, CommandContext, useCommandBook } from './commands';

/** Holds the commands of the moment, and shows them: Ctrl K finds one, ? lists their keys. */
export function CommandProvider({ children }: { children: ReactNode }) {
  const [sets, setSets] = useState<Command[][]>([]);
  const [isFinding, setFinding] = useState(false);
  const [isListing, setListing] = useState(false);
  const add = useCallback((commands: Command[]) => {
    setSets((before) => [...before, commands]);
    return () => setSets((before) => before.filter((set) => set !== commands));
  }, []);
  const book = useMemo(() => ({ commands: sets.flat(), add, openPalette: () => setFinding(true) }), [sets, add]);
  useHotkeys('mod+k', () => setFinding(true), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('?', () => setListing(true), { useKey: true });
  return (
    <CommandContext.Provider value={book}>
      {children}
      {book.commands.map((command) => command.keys && <Hotkey key={command.label} command={command} />)}
      <Finder commands={book.commands} open={isFinding} onOpenChange={setFinding} />
      <KeyList commands={book.commands} open={isListing} onOpenChange={setListing} />
    </CommandContext.Provider>
  );
}

/** Adds commands while the component that calls it is shown. Pass a memoised list. */
export function useCommands(commands: Command[]): void {
  const { add } = useCommandBook();
  useEffect(() => add(commands), [add, commands]);
}

function Hotkey({ command }: { command: Command }) {
  useHotkeys(command.keys ?? '', command.run, { preventDefault: true });
  return null;
}

interface ListProps {
  commands: Command[];
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Every word that was typed stands in the label or the group; letters scattered over a label find what nobody meant. */
function holdsAll(label: string, typed: string, groups: string[] = []): number {
  const text = [label, ...groups].join(' ').toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
    ? 1
    : 0;
}

function Finder({ commands, open, onOpenChange }: ListProps) {
  const groups = [...new Set(commands.map((command) => command.group))];
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-night/50" />
        <Dialog.Content className="fixed top-[14vh] left-1/2 z-50 w-[calc(100vw-2rem)] max-w-xl -translate-x-1/2 overflow-hidden rounded-card bg-paper shadow-xl">
          <VisuallyHidden.Root>
            <Dialog.Title>Find a command</Dialog.Title>
            <Dialog.Description>Type to narrow the list, Enter to do it.</Dialog.Description>
          </VisuallyHidden.Root>
          <Palette label="Commands" filter={holdsAll}>
            <Palette.Input
              placeholder="What do you want to do?"
              className="w-full border-b border-line bg-transparent px-5 py-4 text-lg outline-none"
            />
            <Palette.List className="max-h-80 overflow-auto p-2">
              <Palette.Empty className="px-3 py-4 text-quiet">Nothing like that here.</Palette.Empty>
              {groups.map((group) => (
                <Palette.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-quiet"
                >
                  {commands
                    .filter((command) => command.group === group)
                    .map((command, at) => (
                      <Palette.Item
                        key={`${command.label} ${at}`}
                        keywords={[group]}
                        onSelect={() => {
                          onOpenChange(false);
                          command.run();
                        }}
                        className="flex cursor-pointer items-center justify-between rounded-lg px-3 py-2 data-[selected=true]:bg-pad"
                      >
                        {command.label}
                        {command.keys && <Key>{command.keys.toUpperCase()}</Key>}
                      </Palette.Item>
                    ))}
                </Palette.Group>
              ))}
            </Palette.List>
          </Palette>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function KeyList({ commands, open, onOpenChange }: ListProps) {
  const fixed = [
    { label: 'Find a command', keys: 'Ctrl K' },
    { label: 'List the keys', keys: '?' },
  ];
  const inNames = [
    { label: 'In the name of a method: the next method', keys: 'Enter' },
    { label: 'In the name of a method: move it', keys: 'Alt ↑ ↓' },
  ];
  return (
    <Modal title="Keys" about="Single keys work wherever you are not typing." open={open} onOpenChange={onOpenChange}>
      <ul className="grid grid-cols-[1fr_auto] gap-x-6 gap-y-2">
        {[...fixed, ...commands.filter((command) => command.keys), ...inNames].map(({ label, keys }) => (
          <li key={label} className="contents">
            <span>{label}</span>
            <Key>{(keys ?? '').length === 1 ? (keys ?? '').toUpperCase() : (keys ?? '')}</Key>
          </li>
        ))}
      </ul>
    </Modal>
  );
}
