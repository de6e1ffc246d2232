import { staleAfter } from '../src/shell/stale';

describe('what a screen reads again', () => {
  it('is the card, and what the change is about', () => {
    expect(staleAfter(['caveats'])).toEqual(['card', 'caveats', 'findings', 'seal']);
    expect(staleAfter(['locked'])).toEqual(expect.arrayContaining(['plan', 'tasting', 'kitchen', 'board']));
    expect(staleAfter(['locked'])).not.toContain('findings');
  });

  it('is everything after a change that this page does not know', () => {
    expect(staleAfter(['something new'])).toEqual(
      expect.arrayContaining(['card', 'tasting', 'plan', 'seal', 'kitchen', 'caveats', 'board', 'findings']),
    );
  });
});
