import { run } from '../../cli/main';
import { findings } from '../../src/findings';
import { USUAL_REPORT, reportSheet, type Sheet } from '../../src/sheets';
import { simulatedBundle } from '../support/bundles';
import { jacana } from '../support/commandLine';

const bundle = simulatedBundle({ panelists: 12, truth: [8, 5, 4] });
const file = JSON.stringify(bundle);

describe('jacana report', () => {
  it('prints the report as text', () => {
    const { code, out } = jacana(file, 'report', 'b.json');
    expect(code).toBe(0);
    expect(out).toContain(findings(bundle).verdict.sentence);
    expect(out).toContain('Seat 1');
    expect(jacana(file, 'report', 'b.json', '--names').out).toContain('Panelist 1');
  });

  it('hands what it found to whoever draws, in the form that was asked for', () => {
    const drawn: [Sheet, string][] = [];
    const streams = { read: () => file, out: () => undefined, error: () => undefined };
    const args = ['report', 'b.json', '--pdf', 'r.pdf', '--short', '--paper', 'Letter'];
    const code = run(args, { ...streams, draw: (sheet, name) => void drawn.push([sheet, name]) });
    expect(code).toBe(0);
    const wanted = reportSheet(findings(bundle), bundle, { ...USUAL_REPORT, length: 'short', paper: 'Letter' });
    expect(drawn).toEqual([[wanted, 'r.pdf']]);
  });

  it('says what to do where nothing can draw, where it is sealed, and where the paper is unknown', () => {
    expect(jacana(file, 'report', 'b.json', '--pdf', 'r.pdf')).toMatchObject({ code: 2, out: '' });
    const sealed = JSON.stringify(simulatedBundle({ sealed: true }));
    expect(jacana(sealed, 'report', 'b.json').error).toContain('sealed');
    expect(jacana(file, 'report', 'b.json', '--paper', 'A3')).toMatchObject({ code: 2 });
  });
});
