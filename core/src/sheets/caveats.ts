import type { Findings } from '../findings';
import type { Block } from '../presentation';

/** What was noted about the tasting, and when. */
export const caveatTable = ({ caveats }: Findings): Block => ({
  kind: 'table',
  above: 'Caveats',
  columns: [{ name: 'When' }, { name: 'By' }, { name: 'What', isWide: true }, { name: 'Touches', isCode: true }],
  rows: caveats.map(({ at, by, text: said, about, afterUnsealing }) => [
    at.replace('T', ' ').slice(0, 16),
    by,
    afterUnsealing ? `${said} (noted after unsealing)` : said,
    about ? about.pieces.join(' ') : '',
  ]),
});
