import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const SOURCES = resolve(__dirname, '../src');
const withLists = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.tsx'))
  .map((file) => ({ file, text: readFileSync(join(SOURCES, file), 'utf8') }))
  .filter(({ text }) => text.includes('useFieldArray('));

/** Fields of rows that stay where they are do not follow: they would go on showing what stood there before. */
it('lists of a draft are set as a whole by edit alone, and never by the form', () => {
  expect(withLists.length).toBeGreaterThan(5);
  const setting = withLists.filter(({ text }) => {
    const [, name = 'none'] = /const (\w+) = useFieldArray\(/.exec(text) ?? [];
    const [taken = ''] = /const \{[^}]*\} = useFieldArray\(/.exec(text) ?? [];
    return new RegExp(`\\b${name}\\.(replace|update)\\b`).test(text) || /\b(replace|update)\b/.test(taken);
  });
  expect(setting.map(({ file }) => file)).toEqual([]);
});
