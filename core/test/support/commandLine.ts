import { run } from '../../cli/main';

/** Runs the command line on a file's text. */
export function jacana(file: string, ...args: string[]): { code: number; out: string; error: string } {
  const printed = { out: '', error: '' };
  const code = run(args, {
    read: () => file,
    out: (text) => (printed.out += text),
    error: (text) => (printed.error += text),
  });
  return { code, ...printed };
}

/** What it prints as JSON. @throws Error with what it says, where it refuses */
export function json(file: string, ...args: string[]) {
  const { code, out, error } = jacana(file, ...args, '--json');
  if (code !== 0) throw new Error(error);
  return JSON.parse(out);
}
