import { createContext, useContext } from 'react';

/** Something a person can do: in the palette, perhaps under a key, and in the list behind "?". */
export interface Command {
  label: string;
  group: string;
  /** A key, as react-hotkeys-hook writes it. */
  keys?: string;
  run: () => void;
}

/** Lets a page add commands of its own while it is shown. */
export interface CommandBook {
  commands: Command[];
  add: (commands: Command[]) => () => void;
  openPalette: () => void;
}

export const CommandContext = createContext<CommandBook | null>(null);

export function useCommandBook(): CommandBook {
  const book = useContext(CommandContext);
  if (!book) throw new Error('Commands need a CommandProvider above them.');
  return book;
}
