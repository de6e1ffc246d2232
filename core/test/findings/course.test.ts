import type { TastingBundle } from '../../src/bundle';
import { findings, sectionOf } from '../../src/findings';
import { neutralQuestion } from '../../src/library';
import type { NextMove } from '../../src/planned';
import { simulatedBundle, type Wanted } from '../support/bundles';

const nextOf = (bundle: TastingBundle): NextMove => sectionOf(findings(bundle), 'next')!;
const wanted = (more: Wanted = {}): Wanted => ({
  ...{ methods: 3, panelists: 24, pieces: 5, truth: [8, 6, 3], world: { noise: 0.6, disagreement: 0.4 }, ...more },
});
const salty = { ...neutralQuestion('salty', 'just-right', { word: 'salty' }) };
const juicy = neutralQuestion('juicy', 'line', { word: 'juicy' });
const [liking, ranking] = [neutralQuestion('liking', 'liking'), neutralQuestion('ranking', 'ranking')];

/** Scores of a question by method and panelist. */
function scored(bundle: TastingBundle, item: string, score: (method: number, who: number) => number): TastingBundle {
  const place = (code: string): number => bundle.tasting.methods.findIndex(({ id }) => id === bundle.key!.codes[code]);
  const ballots = bundle.ballots.map((ballot, who) => ({
    ...ballot,
    answers: ballot.answers.map((answer) =>
      answer.kind === 'score' && answer.item === item ? { ...answer, score: score(place(answer.code), who) } : answer,
    ),
  }));
  return { ...bundle, ballots };
}

describe('what to do next', () => {
  it('drops methods that are shown to be behind, and names none of those that lead', () => {
    const close = nextOf(simulatedBundle(wanted({ truth: [7, 7, 3], seed: 'close' })));
    expect(close.drop).toEqual(['m2']);
    expect(close.text).toContain('Drop Method 2.');
    const won = nextOf(simulatedBundle(wanted()));
    expect(won.drop).toEqual(['m1', 'm2']);
    expect(won.text).not.toContain('Drop');
  });

  it('drops nothing where nothing is shown, or only of the pieces that were eaten', () => {
    expect(nextOf(simulatedBundle(wanted({ truth: [6, 6, 6] }))).drop).toEqual([]);
    const pieces = simulatedBundle(wanted({ pieces: 1 }));
    expect(findings(pieces).verdict.about).toBe('pieces');
    expect(nextOf(pieces)).toMatchObject({ drop: [], factor: null });
  });

  it('names what was off in the best one and cost liking, before anything else', () => {
    const plain = simulatedBundle(wanted({ tasting: { ballot: { items: [liking, salty, juicy, ranking] } } }));
    const off = scored(
      scored(plain, 'salty', (method, who) => (method === 0 && who % 2 === 0 ? 1 : 0)),
      'liking',
      (method, who) => (method === 0 ? (who % 2 === 0 ? 5 : 8) + (who % 3 === 0 ? 1 : 0) : 4 - method + (who % 2)),
    );
    const { factor, text } = nextOf(off);
    expect(factor).toMatchObject({ method: 'm0', change: 'less salty' });
    expect(text).toMatch(
      /One thing to try next: Method 0, less salty; those who found it off liked it less by 3\.\d\.$/,
    );
  });

  it('else names what goes along with liking, then what comes with the method, then nothing', () => {
    const items = { ballot: { items: [liking, juicy, ranking] } };
    const plain = simulatedBundle(wanted({ tasting: items }));
    expect(nextOf(plain).factor).toMatchObject({
      method: 'm0',
      change: 'more juicy',
      because: expect.stringMatching(/no proof/),
    });
    const against = scored(plain, 'juicy', (method, who) => 20 + 25 * method + (who % 7));
    expect(nextOf(against).factor).toMatchObject({ change: 'less juicy' });
    const bundled = [{ id: 'b', method: 'm0', text: 'cooked in butter' }];
    expect(nextOf(simulatedBundle(wanted({ tasting: { bundled } }))).factor).toMatchObject({
      change: 'without “cooked in butter”',
    });
    expect(
      nextOf(simulatedBundle(wanted({ tasting: { bundled: [{ ...bundled[0], method: 'm2' }] } }))).factor,
    ).toBeNull();
  });
});
