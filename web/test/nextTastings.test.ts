import { lockProblems } from '@jacana/core/design';
import { findings, type Section } from '@jacana/core/findings';
import { simulatedBundle } from '../../core/test/support/bundles';
import type { DraftInput } from '../src/client/api.generated';
import { nextTastings } from '../src/stages/read/nextTastings';

/** What can be begun from what was found, held against what can be locked. */

const nextOf = (wanted: Parameters<typeof simulatedBundle>[0]) => {
  const bundle = simulatedBundle(wanted);
  const found = findings(bundle);
  const { createdAt: _createdAt, panel, ...rest } = bundle.tasting;
  const draft = { ...rest, panel: panel.map(({ id, name }) => ({ id, name })) } as DraftInput;
  return { found, draft, next: nextTastings(found, draft) };
};

const problemsOf = ({ panel, ...draft }: DraftInput): string[] =>
  lockProblems({
    ...draft,
    panel: panel.map((one, at) => ({ ...one, seat: at + 1 })),
    createdAt: '2026-03-05T18:00:00Z',
  }).map(({ field }) => field);

describe('what can be begun next', () => {
  it('is sized by what was measured, where liking was asked', () => {
    const world = { disagreement: 1.6, noise: 0.4, pieceSpread: 1.2 };
    const { next, draft } = nextOf({ liking: true, panelists: 40, pieces: 8, truth: [4, 5, 6], world });
    const { pieceSpread, disagreement, noise, ...others } = next.at(-1)!.draft.assumed;
    expect(pieceSpread).toBeGreaterThan(draft.assumed.pieceSpread + 0.2);
    expect(Math.hypot(disagreement, noise)).toBeGreaterThan(1.35);
    expect(draft.assumed).toMatchObject(others);
    expect(problemsOf(next.at(-1)!.draft)).toEqual([]);
  });

  it('is always the same once more, from a lot that has to be named', () => {
    const lots = ['May', 'June'].map((name) => ({ id: name, name }));
    for (const wanted of [{}, { truth: [4, 8, 4], panelists: 24 }, { tasting: { lots }, pieces: 4 }]) {
      const { next, draft, found } = nextOf(wanted);
      const again = next.at(-1)!;
      expect(again.label).toBe('Begin the same again, from another lot');
      const { title, follows, lots: others, assumed, ...rest } = again.draft;
      // Nobody asked how much anything was liked, so nothing was measured.
      expect(assumed).toEqual(draft.assumed);
      expect(rest).toEqual(
        Object.fromEntries(
          Object.entries(draft).filter(([key]) => !['title', 'follows', 'lots', 'assumed'].includes(key)),
        ),
      );
      expect(follows?.fingerprint).toBe(found.fingerprint.stated);
      expect(title).toBe('Carrots: again, from another lot');
      expect(others.map(({ name }) => name)).toEqual(draft.lots.map(() => ''));
    }
  });

  it('is a final among those that lead, which can be locked as it is', () => {
    const { found, next } = nextOf({ truth: [7.5, 7.5, 3, 3], methods: 4, panelists: 24 });
    expect(next).toHaveLength(2);
    const [{ label, draft }] = next;
    expect(label).toBe('Begin a final with these 2 methods');
    expect(draft.methods.map(({ id }) => id).sort()).toEqual([...found.verdict.leaders].sort());
    expect(draft.follows).toEqual({ title: 'Carrots', fingerprint: found.fingerprint.stated });
    expect(problemsOf(draft)).toEqual([]);
  });

  it('is a challenge to the one that won, as the reference beside itself with one thing changed', () => {
    const { next } = nextOf({ truth: [4, 8, 4], panelists: 24 });
    const [{ label, draft }] = next;
    expect(label).toBe('Begin a challenge to Method 1');
    expect(draft.methods.map(({ name, reference }) => [name, reference])).toEqual([
      ['Method 1', true],
      ['Method 1, one thing changed', false],
    ]);
    expect(problemsOf(draft)).toEqual([]);
  });

  it('changes what is most worth trying, where something is', () => {
    const bundled = [{ id: 'butter', method: 'm1', text: 'cooked in butter' }];
    const { next } = nextOf({ truth: [4, 8, 4], panelists: 24, pieces: 5, tasting: { bundled } });
    expect(next[0].draft.methods.map(({ name }) => name)).toEqual(['Method 1', 'Method 1, without “cooked in butter”']);
    expect(problemsOf(next[0].draft)).toEqual([]);
  });

  it('is what is liked better, after a triangle that found a difference', () => {
    const { found, next } = nextOf({ methods: 2, panelists: 36, truth: [2, 8], tasting: { test: 'triangle' } });
    expect(found.verdict.kind).toBe('told-apart');
    expect(next[0].draft).toMatchObject({ test: 'paired-preference', decision: { kind: 'liked-best' } });
    expect(next[0].draft.ballot.items.map(({ kind }) => kind)).toContain('paired-preference');
    expect(problemsOf(next[0].draft)).toEqual([]);
  });

  it.each([
    ['people', { panel: 14, pieces: null }],
    ['pieces', { panel: null, pieces: 7 }],
  ])('is the first two alone, with as many %s as it was calculated that it takes', (_, size) => {
    const { found, next: none, draft } = nextOf({ panelists: 10, truth: [6, 6, 6] });
    expect(found.verdict.kind).toBe('no-answer');
    const calculated = { text: '', pair: ['m2', 'm0'] as [string, string], ...size };
    const sections = found.sections.map((one) => (one.id === 'next' ? { ...one, data: calculated } : one)) as Section[];
    const [next] = nextTastings({ ...found, sections }, draft);
    expect(next.draft.methods.map(({ id }) => id).sort()).toEqual(['m0', 'm2']);
    expect(next.draft.piecesPerMethod).toBe(size.pieces ?? draft.piecesPerMethod);
    expect(next.draft.panel).toHaveLength(size.panel ?? 10);
    expect(new Set(next.draft.panel.map(({ id }) => id)).size).toBe(next.draft.panel.length);
    expect(problemsOf(next.draft)).toEqual([]);
    // Where no size would help, nothing is begun.
    expect(none.length).toBeLessThanOrEqual(1);
  });

  it('is nothing else where nothing can be told', () => {
    expect(nextOf({ panelists: 3 }).next.map(({ label }) => label)).toEqual(['Begin the same again, from another lot']);
  });
});
