import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { runInNewContext } from 'node:vm';
import * as inference from '../src/inference';
import * as kitchen from '../src/kitchen';

const root = join(__dirname, '../src');
const files = ['inference', 'kitchen']
  .flatMap((room) => readdirSync(join(root, room), { recursive: true, withFileTypes: true }))
  .filter((entry) => entry.isFile() && entry.name.endsWith('.ts') && entry.name !== 'index.ts')
  .map((entry) => join(entry.parentPath, entry.name));

/** Numbers agree when they round to the digits that the example shows. */
function agrees(actual: unknown, shown: unknown, text: string): boolean {
  if (typeof shown === 'number' && typeof actual === 'number') {
    const digits = Math.max(0, ...[...text.matchAll(/\d+\.(\d+)/g)].map((match) => match[1].length));
    return Math.abs(actual - shown) <= 0.51 * 10 ** -digits;
  }
  if (Array.isArray(shown) && Array.isArray(actual)) {
    return shown.length === actual.length && shown.every((one, at) => agrees(actual[at], one, text));
  }
  return actual === shown;
}

const evaluated = (expression: string, scope: object): unknown =>
  runInNewContext(`(${expression})`, { ...scope, Float64Array });

describe('every file of inference and kitchen opens by teaching what it computes', () => {
  it.each(files.map((file) => [relative(root, file), file]))('%s', (_, file) => {
    const text = readFileSync(file, 'utf8');
    const opening = /^\/\*\*[\s\S]*?\*\//.exec(text)?.[0] ?? '';
    expect(opening).toMatch(/\bUse\b/);
    expect(opening).toMatch(/\b(Not|not)\b/);
    expect(opening).toMatch(/Source: |Common practice/);
    const examples = opening.slice(opening.indexOf('@example')).match(/^ \* .+ \/\/ .+$/gm) ?? [];
    expect(examples.length).toBeGreaterThan(0);
    const scope = { ...inference, ...kitchen, ...jest.requireActual<object>(file) };
    for (const example of examples) {
      const at = example.lastIndexOf(' // ');
      const shown = example.slice(at + 4);
      const actual = evaluated(example.slice(3, at), scope);
      if (!agrees(actual, evaluated(shown, {}), shown))
        throw new Error(`${example}\n   gives ${JSON.stringify(actual)}`);
    }
  });
});
