import { defaultTasting, type Tasting } from '@jacana/core/bundle';
import { bitesPerSitting, plannedSittings, sittingMinutes } from '@jacana/core/design';
import { usualBallot } from '@jacana/core/library';
import { rehearsalSentence } from '../src/stages/plan/rehearsal/rehearsalSentence';
import { evenness, letters, ordersByCode, ordersOf, patternsOf } from '../src/stages/plan/orders/balance';
import { planSentence, planSupport } from '../src/stages/plan/planSentence';
import { askSentence } from '../src/stages/ask/askSentence';

/** What Ask and Plan say of a plan, held against the plan. */

const planned = (methods: number, people: number, change: Partial<Tasting> = {}): Tasting => {
  const defaults = defaultTasting();
  return {
    ...defaults,
    ...{ title: 'Carrots', createdAt: '2026-03-05T18:00:00Z', piecesPerMethod: 2 },
    methods: Array.from({ length: methods }, (_, at) => ({
      ...{ id: `m${at}`, name: `Method ${at}`, note: '', steps: '', chain: [], equipment: '', reference: at === 0 },
    })),
    panel: Array.from({ length: people }, (_, at) => ({ id: `p${at}`, seat: at + 1, name: `Panelist ${at + 1}` })),
    service: { ...defaults.service, together: Math.min(6, Math.max(2, methods)) },
    ...change,
  };
};
const open = { lockedAt: null, unsealedAt: null };

describe('the sentence over a plan', () => {
  it('counts what is to settle, then what is ready, then what is sealed', () => {
    expect(planSentence(planned(3, 1), 1, open)).toBe('1 thing to settle before this plan can be locked.');
    expect(planSentence(planned(3, 1), 0, open)).toBe('With 1 person and 3 methods, this plan is ready to lock.');
    const locked = { lockedAt: '2026-03-05T18:00:00Z', unsealedAt: null };
    expect(planSentence(planned(3, 12), 0, locked)).toBe('Locked: ranking with 12 people, and a sealed key.');
    expect(planSentence(planned(3, 12), 0, { ...locked, unsealedAt: locked.lockedAt })).toContain('the key is open');
  });

  it('says bites, flights and pieces as the plan comes to them', () => {
    const plan = planned(3, 30, { service: { ...planned(3, 30).service, warmUp: true, replicates: 2 } });
    expect(bitesPerSitting(plan)).toBe(7);
    const { flights, flight } = sittingMinutes(plan);
    expect(flights).toBe(3);
    expect(planSupport(plan)).toBe(
      `6 servings each and a warm-up, 3 flights of about ${Math.ceil(flight)} minutes; 6 pieces to cook.`,
    );
    expect(planSupport(planned(0, 30))).toBeUndefined();
  });

  it('says of how many a panelist tastes some, and over how many sittings', () => {
    const some = planned(12, 12, { service: { ...planned(12, 12).service, together: 4, sittings: 2 } });
    expect(planSupport(some)).toMatch(
      /^4 servings each of 4 of 12 methods at each of 2 sittings, 8 in all, about \d+ minutes; 24 pieces to cook\.$/,
    );
    expect(askSentence(some)).toContain('Too many for one mouth');
  });
});

describe('the sentence over a question', () => {
  it('asks for methods, counts them, and warns of more bites than a mouth takes', () => {
    expect(askSentence(planned(0, 0))).toBe('List two methods or more, up to sixty.');
    expect(askSentence(planned(3, 0))).toBe('3 methods so far. Everyone tastes all of them.');
    const many = planned(6, 0, { zones: [0, 1, 2, 3].map((at) => ({ id: `z${at}`, name: `Zone ${at}` })) });
    expect(bitesPerSitting(many)).toBe(24);
    expect(askSentence(many)).toContain('24 bites a sitting are more than');
  });
});

describe('orders as they are shown', () => {
  it('are counted from the sittings, with letters that stand for nobody', () => {
    const plan = planned(4, 24);
    const sittings = plannedSittings(plan, 'a-seed');
    const { names, report } = ordersOf(sittings, 4);
    expect(names).toEqual(['A', 'B', 'C', 'D']);
    expect(report.positions.flat().reduce((sum, count) => sum + count, 0)).toBe(24 * 4);
    expect(evenness(report, true)).toBe('Orders are perfectly even');
    expect(evenness(ordersOf(sittings.slice(0, 23), 4).report, true)).toBe('Orders are as even as this panel allows');
  });

  it('have a name for every method, none twice', () => {
    expect(letters(28).slice(24)).toEqual(['Y', 'Z', 'AA', 'AB']);
    expect(new Set(letters(60)).size).toBe(60);
  });

  it('are listed by rising code, whatever method a code stands for', () => {
    const { names, report } = ordersByCode([
      ['907', '482'],
      ['907', '482'],
    ]);
    expect(names).toEqual(['482', '907']);
    expect(report.positions).toEqual([
      [0, 2],
      [2, 0],
    ]);
  });

  it('count the patterns of a triangle, each as often as the others', () => {
    const plan = planned(2, 36, { test: 'triangle', ballot: { items: usualBallot('triangle', '') } });
    const patterns = patternsOf(plannedSittings(plan, 'a-seed'));
    expect(patterns.map(({ pattern }) => pattern)).toEqual(['AAB', 'ABA', 'ABB', 'BAA', 'BAB', 'BBA']);
    expect(patterns.map(({ count }) => count)).toEqual([6, 6, 6, 6, 6, 6]);
  });
});

describe('the sentence of a rehearsal', () => {
  const found = { panels: 200, right: 150, wrong: 7, bestLeads: 180 };
  const rehearsal = (best: number | null) =>
    ({ withDifference: found, best }) as unknown as Parameters<typeof rehearsalSentence>[0];

  it('says what was counted', () => {
    expect(rehearsalSentence(rehearsal(1), planned(3, 24))).toBe(
      'The truly best wins 75 times in 100 and leads 90 times in 100; a wrong one 4 times in 100',
    );
    expect(rehearsalSentence(rehearsal(1), planned(2, 24, { test: 'triangle' }))).toBe(
      'It finds the difference 75 times in 100, and is wrong 4 times in 100',
    );
    expect(rehearsalSentence(rehearsal(null), planned(2, 24, { test: 'non-inferiority' }))).toBe(
      'It shows what is truly good enough 75 times in 100',
    );
  });
});
