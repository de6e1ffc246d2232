import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { staleAfter, TAGS } from '../src/client/stale';

const SERVER = resolve(__dirname, '../../server/src');

/** What the server says that happened to a tasting, wherever it does. */
const told = [
  ...new Set(
    readdirSync(SERVER, { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts'))
      .flatMap((file) => [
        ...readFileSync(join(SERVER, file), 'utf8').matchAll(/live\.note\([^)]*'tasting', '([\w-]+)'\)/g),
      ])
      .map(([, kind]) => kind),
  ),
].sort();
const everything = staleAfter(['something new']);

describe('what a screen reads again', () => {
  it('is the card, and what the change is about', () => {
    expect(staleAfter(['caveats'])).toEqual(['card', 'caveats', 'board', 'findings', 'seal']);
    expect(staleAfter(['locked'])).not.toContain('findings');
  });

  it('is no run sheet after a tap, which comes every few seconds: looking for one takes the server seconds', () => {
    expect(staleAfter(['kitchen-log'])).toEqual(['card', 'kitchenLog', 'findings']);
  });

  it('is everything after a change that this page does not know', () => {
    // Readings come too often for news of each; the house and shared links are no part of a tasting.
    expect(TAGS.filter((tag) => !everything.includes(tag))).toEqual(['house', 'readings', 'shares']);
  });

  it('is known for everything that the server says', () => {
    expect(told.length).toBeGreaterThan(12);
    expect(told.filter((kind) => staleAfter([kind]).length === everything.length)).toEqual([]);
  });

  it.each([
    ['locked', ['tasting', 'plan', 'seal', 'kitchen', 'range', 'board']],
    ['unlocked', ['tasting', 'plan', 'seal', 'kitchen', 'range', 'board']],
    ['kitchen', ['range', 'findings']],
    ['kitchen-log', ['kitchenLog', 'findings']],
    ['ingredients', ['tasting', 'kitchen', 'board', 'findings']],
    ['service-log', ['serviceLog', 'board', 'plan', 'findings']],
    ['pieces', ['kitchen', 'range', 'plan', 'findings']],
    ['sitting', ['tasting', 'plan', 'board', 'kitchen']],
    ['walk-in', ['plan', 'board', 'serviceLog', 'findings']],
    ['closed', ['tasting', 'seal', 'board']],
    ['reopened', ['tasting', 'seal', 'board']],
    ['unsealed', ['tasting', 'seal', 'findings', 'caveats']],
    ['caveats', ['caveats', 'findings', 'seal']],
    ['names', ['tasting', 'plan', 'board', 'findings', 'caveats', 'serviceLog', 'exclusions', 'paper']],
  ])('after "%s" is whatever shows it', (kind, shown) => {
    expect(staleAfter([kind])).toEqual(expect.arrayContaining(['card', ...shown]));
  });
});
