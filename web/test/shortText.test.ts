import { SHORT_TEXT } from '@jacana/core/bundle';
import { copyOf } from '../src/drafting/copy';
import { cutShort, withEnding } from '../src/drafting/shortText';
import type { DraftInput } from '../src/client/api.generated';

describe('a text for a short field', () => {
  const fish = '🐟'.repeat(SHORT_TEXT);

  it('is cut where it is too long, and never within a letter', () => {
    expect(cutShort('Rice')).toBe('Rice');
    for (const before of ['', 'a']) {
      const cut = cutShort(before + fish);
      expect(cut.length).toBeGreaterThanOrEqual(SHORT_TEXT - 1);
      expect(cut.length).toBeLessThanOrEqual(SHORT_TEXT);
      expect(encodeURIComponent(cut)).toBeTruthy();
    }
  });

  it('keeps its ending, whatever stands before', () => {
    for (const text of ['Rice', fish, 'a'.repeat(SHORT_TEXT)]) {
      const { title } = copyOf({ title: text } as DraftInput);
      expect(title.endsWith(' (copy)')).toBe(true);
      expect(title.length).toBeLessThanOrEqual(SHORT_TEXT);
    }
    expect(withEnding('Rice', fish).length).toBeLessThanOrEqual(SHORT_TEXT);
    expect(withEnding('Rice', fish).startsWith('Rice')).toBe(true);
  });
});
