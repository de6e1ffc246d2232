import { findings } from '@jacana/core/findings';
import { reportSheet } from '@jacana/core/sheets';
import { neutralQuestion } from '@jacana/core/library';
import { simulatedBundle } from '../../core/test/support/bundles';
import { renderSheet } from '../src/paper/render';

const pagesIn = (pdf: Uint8Array): number =>
  Buffer.from(pdf)
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length ?? 0;
const printing = { printedAt: '5 Mar 2026, 18:00' };
const LONG = 'pečený velmi dlouho v papíru se solí a bylinkami z vlastní zahrady, podle babičky';

describe('a report on paper', () => {
  const zones = ['Loin', 'Belly', 'Tail', 'Collar'].map((name) => ({ id: name, name }));
  const lots = ['May', 'June'].map((name) => ({ id: name, name }));
  const line = (id: string) => ({ ...neutralQuestion(id, 'line'), attribute: id, weight: 2 });
  const items = [neutralQuestion('ranking', 'ranking'), line('juicy'), line('crisp')];

  it.each([
    [2, {}],
    [12, {}],
    [60, {}],
    [2, { zones, lots, ballot: { items } }],
    [4, { zones, ballot: { items } }],
    [12, { zones, lots, ballot: { items } }],
  ])('is one page where one page is wanted, of %d methods with long names', async (methods, tasting) => {
    const bundle = simulatedBundle({ methods, panelists: 12, pieces: 4, liking: true, tasting });
    for (const [at, method] of bundle.tasting.methods.entries()) method.name = `${at + 1}. ${LONG}`;
    const found = findings(bundle);
    for (const paper of ['A4', 'Letter'] as const) {
      const sheet = reportSheet(found, bundle, { length: 'short', paper, names: false });
      expect(pagesIn(await renderSheet(sheet, printing))).toBe(1);
    }
  });

  it('is as many pages as it takes in full, with every method on them', async () => {
    const bundle = simulatedBundle({ methods: 30, panelists: 12, pieces: 2, liking: true });
    const sheet = reportSheet(findings(bundle), bundle);
    expect(pagesIn(await renderSheet(sheet, printing))).toBeGreaterThan(2);
    for (const { name } of bundle.tasting.methods) expect(JSON.stringify(sheet)).toContain(name);
  });
});
