import { Command, CommanderError } from 'commander';
import { readFileSync } from 'node:fs';
import { NotUnsealed } from '../src/findings';
import { BadInput } from './badInput';
import { addAnalyse, addFindings, addForcedChoice, addOrders, addPower, addReport, type Shell } from './commands';
import { addHeat, addLethality, addRunSheet, addServed } from './kitchenCommands';
import type { Streams } from './streams';

export const terminal: Streams = {
  read: (file) => readFileSync(file === '-' ? 0 : file, 'utf8'),
  out: (text) => process.stdout.write(text),
  error: (text) => process.stderr.write(text),
  ...(process.stderr.isTTY && { progress: progressLine((text) => process.stderr.write(text)) }),
};

/**
 * Runs the `jacana` command.
 *
 * @param args the words after the command's name
 * @returns the exit code: 0 done, 2 input or options that cannot be used
 */
export function run(args: readonly string[], streams: Streams = terminal): number {
  try {
    command(streams).parse(args, { from: 'user' });
    return 0;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (error instanceof BadInput || error instanceof NotUnsealed) {
      streams.error(`jacana: ${error.message}\n`);
      return 2;
    }
    throw error;
  }
}

/** One line that is written over, and wiped when the work is done. */
export function progressLine(write: (text: string) => void, now: () => number = Date.now): (fraction: number) => void {
  const start = now();
  let shown = '';
  return (fraction) => {
    const text = fraction >= 1 || now() - start < 500 ? '' : `${Math.floor(fraction * 100)} %`;
    if (text === shown) return;
    write(`\r${text}${' '.repeat(Math.max(0, shown.length - text.length))}${text === '' ? '\r' : ''}`);
    shown = text;
  };
}

function command(streams: Streams): Command {
  const jacana = new Command('jacana')
    .description('Statistics and physics of blind tastings, without a server. Every command takes --json.')
    .exitOverride()
    .configureOutput({
      writeOut: streams.out,
      writeErr: streams.error,
      outputError: (text, write) => write(text.replace(/^error: /, 'jacana: ')),
    })
    .addHelpText(
      'after',
      '\nExit code 0: done. Exit code 2: input or options that cannot be used, with one line on standard error.',
    );
  const print: Shell['print'] = ({ json, lines }, isJson) => {
    streams.progress?.(1);
    streams.out(isJson ? jsonText(json) : `${lines.join('\n')}\n`);
  };
  for (const add of [
    ...[addAnalyse, addForcedChoice, addPower, addOrders, addFindings, addReport],
    ...[addHeat, addLethality, addRunSheet, addServed],
  ])
    add({ jacana, streams, print });
  return jacana;
}

const jsonText = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
