import { writeFile } from 'node:fs/promises';
import { run, terminal } from '@jacana/core/cli';
import type { Sheet } from '@jacana/core/sheets';
import { renderSheet } from './render';

/** The `jacana` command with the means to draw: a report is the same file as the server makes. */
const drawings: { sheet: Sheet; file: string }[] = [];
process.exitCode = run(process.argv.slice(2), {
  ...terminal,
  draw: (sheet, file) => void drawings.push({ sheet, file }),
});

async function drawAll(): Promise<void> {
  for (const { sheet, file } of drawings) {
    const printedAt = new Date().toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
    await writeFile(file, await renderSheet(sheet, { printedAt }));
    process.stdout.write(`${file}\n`);
  }
}

drawAll().catch((error: unknown) => {
  process.stderr.write(`jacana: Cannot write the report: ${(error as Error).message}\n`);
  process.exitCode = 2;
});
