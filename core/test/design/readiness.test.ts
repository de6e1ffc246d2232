import { methodsFromTable, type BallotItem, type DecisionKind, type Tasting, type Test } from '../../src/bundle';
import {
  bitesPerSitting,
  lockProblems,
  propose,
  quantities,
  servingsPerMethod,
  sittingMinutes,
  wordingConcerns,
} from '../../src/design';
import {
  adaptedBallot,
  ATTRIBUTE_WORDS,
  neutralQuestion,
  PRODUCT_GUIDES,
  proposedConstants,
  QUESTION_KINDS,
  usualBallot,
  withProduct,
  WORD_GROUPS,
} from '../../src/library';
import { simpleTasting } from '../support/bundles';

describe('quantities', () => {
  const tasting = simpleTasting({ methods: 3, panelists: 24, pieces: 3 });
  const masses = { portionGrams: 20, pieceGrams: 400, usable: 0.9, cookLoss: 0.2, spare: 0.1, costPerKilogram: 10 };

  it('go from bites to kilograms and money', () => {
    // By hand: 400 g x 0.8 x 0.9 = 288 g, 14 portions of 20 g; 24 servings and a tenth spare are 27, two pieces.
    const { methods, grams, cost } = quantities({ ...tasting, quantities: masses });
    expect(methods[0]).toMatchObject({
      servings: 24,
      portions: 27,
      perPiece: 14,
      piecesNeeded: 2,
      pieces: 3,
      grams: 1200,
    });
    expect([grams, cost]).toEqual([3600, 36]);
  });

  it('count zones apart, halves once, and lots one by one', () => {
    const zones = ['loin', 'belly'].map((id) => ({ id, name: id }));
    // 288 g in two zones are 144 g each: 7 portions, not 7.2.
    expect(quantities({ ...tasting, quantities: masses, zones }).methods[0].perPiece).toBe(14);
    const odd = { ...masses, portionGrams: 35 };
    expect(quantities({ ...tasting, quantities: odd }).methods[0].perPiece).toBe(8);
    expect(quantities({ ...tasting, quantities: odd, zones }).methods[0].perPiece).toBe(8);
    expect(quantities({ ...tasting, quantities: { ...masses, portionGrams: 40 }, zones }).methods[0].perPiece).toBe(6);
    const lots = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
    const list = quantities({ ...tasting, quantities: masses, lots, halves: true });
    expect(list.lots.map(({ pieces, grams }) => [pieces, grams])).toEqual(Array(3).fill([1, 1200]));
  });

  it('follow the panel, the sets of the test and the warm-up', () => {
    const pair = (test: Test) => simpleTasting({ methods: 2, panelists: 36, tasting: { test } });
    expect(servingsPerMethod(pair('triangle'))).toEqual([54, 54]);
    // Either method is the reference as often as the other.
    expect(servingsPerMethod(pair('duo-trio'))).toEqual([54, 54]);
    expect(servingsPerMethod(pair('3-afc'))).toEqual([72, 36]);
    expect(servingsPerMethod(pair('tetrad'))).toEqual([72, 72]);
    const warm = { ...tasting, service: { ...tasting.service, warmUp: true } };
    expect(servingsPerMethod(warm)).toEqual([32, 32, 32]);
    expect(bitesPerSitting(warm)).toBe(4);
  });

  it('say how long a sitting takes', () => {
    const timed = {
      ...tasting,
      service: { ...tasting.service, secondsPerSample: 90, rinseSeconds: 30, seatsPerFlight: 10 },
    };
    expect(sittingMinutes(timed)).toEqual({ flight: 5.5, flights: 3, sitting: 16.5 });
    // With a pause after every other sample: longer by what it is longer than a rinse.
    const paused = (pauseAfter: number) => ({ ...timed, service: { ...timed.service, pauseAfter, pauseSeconds: 150 } });
    const { flight } = sittingMinutes(paused(2));
    const pauses = Math.ceil(bitesPerSitting(timed) / 2) - 1;
    expect(flight).toBeCloseTo(5.5 + (pauses * (150 - timed.service.rinseSeconds)) / 60, 9);
    expect(sittingMinutes(paused(bitesPerSitting(timed))).flight).toBe(5.5);
  });

  it('refuse a plan in which a method has no portions left, and name it', () => {
    const short = { ...tasting, piecesPerMethod: 1, quantities: masses };
    const [problem] = lockProblems(short);
    expect(problem.field).toBe('quantities');
    expect(problem.message).toContain('Method 0 has no portions left for 10 of its 24 servings: cook 2 pieces');
    const lossy = short.methods.map((method, at) => ({ ...method, cookLoss: at === 1 ? 0.9 : 0 }));
    const roomy = { ...short, piecesPerMethod: 2, methods: lossy };
    expect(lockProblems(roomy)[0].message).toContain('Method 1 has no portions left');
    expect(lockProblems({ ...short, quantities: { ...masses, portionGrams: 500 } })[0].message).toContain(
      'a piece is smaller than a portion',
    );
  });
});

describe('readiness of every kind of plan', () => {
  const fields = (tasting: Tasting): string[] => lockProblems(tasting).map(({ field }) => field);
  const pair = simpleTasting({ methods: 2, panelists: 12, tasting: { test: 'triangle' } });
  const ranked = simpleTasting({ methods: 4, panelists: 12 });

  it.each<[string, Tasting, string]>([
    ['two methods for a triangle', { ...pair, methods: ranked.methods }, 'test'],
    ['the question of the test', { ...pair, ballot: { items: usualBallot('ranking', '') } }, 'ballot'],
    [
      'a reference for good enough',
      { ...ranked, test: 'non-inferiority', methods: ranked.methods.map((m) => ({ ...m, reference: false })) },
      'methods',
    ],
    ['what there may be more of', { ...pair, decision: { ...pair.decision, kind: 'more-of' } }, 'decision.attribute'],
    ['two zones or none', { ...ranked, zones: [{ id: 'z', name: 'loin' }] }, 'zones'],
    [
      'pieces for every lot',
      { ...ranked, piecesPerMethod: 3, lots: ['a', 'b'].map((id) => ({ id, name: id })) },
      'lots',
    ],
    ['no sample twice', { ...ranked, service: { ...ranked.service, together: 3, sittings: 2 } }, 'service'],
    [
      'words for each step',
      { ...ranked, ballot: { items: [...ranked.ballot.items, { ...neutralQuestion('x', 'category'), options: [] }] } },
      'ballot.items.2',
    ],
    [
      'a second scale in a total',
      { ...ranked, ballot: { items: [{ ...neutralQuestion('l', 'liking'), weight: 2 }, ...ranked.ballot.items] } },
      'ballot.items.0',
    ],
    [
      'scales in a total, and nothing else',
      { ...ranked, ballot: { items: ranked.ballot.items.map((item) => ({ ...item, weight: 1 })) } },
      'ballot.items.0',
    ],
    [
      'questions that are written',
      { ...ranked, ballot: { items: ranked.ballot.items.map((item) => ({ ...item, ask: ' ' })) } },
      'ballot.items.0',
    ],
    [
      'no method named on the ballot',
      { ...ranked, ballot: { items: ranked.ballot.items.map((item) => ({ ...item, ask: 'Is Method 1 best?' })) } },
      'ballot.items.0',
    ],
  ])('asks for %s', (_what, tasting, field) => expect(fields(tasting)).toContain(field));
});

describe('wording', () => {
  const methods = ['Pan-seared', 'Soaked overnight', 'Not soaked'];
  const ask = (text: string, kind: BallotItem['kind'] = 'liking', more: Partial<BallotItem> = {}): BallotItem => ({
    ...neutralQuestion('q', kind),
    ask: text,
    ...more,
  });
  const rules = (item: BallotItem): string[] => wordingConcerns([item], methods).map(({ rule }) => rule);

  it.each([
    ['How delicious is it?', 'leading'],
    ["Don't you find this one better?", 'leading'],
    ['How much better is the second one?', 'leading'],
    ['How much did you enjoy this wonderful fish?', 'leading'],
    ['How much do you like the pan-seared one?', 'names-method'],
    ['How much do you like the soaked rice?', 'gives-away'],
    ['How good is our new recipe?', 'leading'],
    ['How much do you like the new one?', 'gives-away'],
    ['How much do you like taste and texture?', 'double'],
    ['Is it tender/juicy enough?', 'double'],
    ['Is it not a little dry?', 'leading'],
    ['Most people prefer the second. Which do you?', 'leading'],
    ['Would you say it is overcooked?', 'leading'],
    ['Is it too salty?', 'leading'],
  ])('%p is caught as %s', (text, rule) => expect(rules(ask(text))).toContain(rule));

  it.each(QUESTION_KINDS.map(({ kind }) => kind))('the neutral question of kind %s passes', (kind) => {
    for (const word of [undefined, ...ATTRIBUTE_WORDS]) expect(rules(neutralQuestion('q', kind, word))).toEqual([]);
  });

  it('offers a neutral question in place, which passes itself', () => {
    for (const item of [
      ask('How delicious is it?'),
      ask('How wonderfully crisp is it?', 'line'),
      ask('Is it tender and juicy?', 'line'),
      ask('How good is it?', 'line'),
      ask('Rate the taste/texture', 'line'),
    ]) {
      const [concern] = wordingConcerns([item], methods);
      expect(wordingConcerns(concern.instead, methods)).toEqual([]);
    }
    const [senses] = wordingConcerns([ask('How much do you like taste and texture?')], methods);
    expect(senses.instead.map((item) => item.ask)).toEqual([
      'How much do you like its taste?',
      'How much do you like its texture?',
    ]);
    const [double] = wordingConcerns([ask('Is it tender and juicy?', 'line')], methods);
    expect(double.instead.map(({ attribute }) => attribute)).toEqual(['tender', 'juicy']);
  });

  it('wants scales that are as long on the good side as on the bad', () => {
    const steps = (...texts: string[]) =>
      ask('How is it?', 'category', { options: texts.map((text, at) => ({ text, weight: at })) });
    expect(rules(steps('fair', 'good', 'very good', 'excellent'))).toContain('unbalanced');
    expect(rules(steps('bad', 'neither', 'good'))).toEqual([]);
    expect(rules(steps('soft', 'firm', 'hard'))).toEqual([]);
    const [concern] = wordingConcerns([steps('good', 'great')], methods);
    expect(wordingConcerns(concern.instead, methods)).toEqual([]);
  });
});

describe('the proposed test', () => {
  const wish = (kind: DecisionKind, methods: number, people = 30): Tasting => {
    const tasting = simpleTasting({ methods, panelists: people });
    return { ...tasting, decision: { ...tasting.decision, kind } };
  };

  it.each<[DecisionKind, number, number, Test]>([
    ['liked-best', 4, 30, 'ranking'],
    ['liked-best', 2, 30, 'paired-preference'],
    ['told-apart', 2, 36, 'triangle'],
    ['told-apart', 2, 16, 'tetrad'],
    ['told-apart', 6, 36, 'ranking'],
    ['more-of', 2, 30, '2-afc'],
    ['more-of', 4, 30, 'ranking'],
    ['how-differ', 3, 30, 'profile'],
    ['good-enough', 2, 30, 'non-inferiority'],
  ])('for %s among %i methods with %i people is %s, with two sentences why', (kind, methods, people, test) => {
    const proposal = propose(wish(kind, methods, people));
    expect(proposal.test).toBe(test);
    expect(proposal.why.every((sentence) => /^[A-Z].*\.$/.test(sentence))).toBe(true);
    expect(proposal.alternatives.every(({ gains, loses }) => gains !== '' && loses !== '')).toBe(true);
    expect(proposal.alternatives.map((one) => one.test)).not.toContain(test);
  });

  it('brings a ballot that the test can read, and keeps what was written', () => {
    const written = [neutralQuestion('mine', 'line', { word: 'crisp' }), ...usualBallot('ranking', '')];
    const adapted = adaptedBallot(written, 'triangle', '');
    expect(adapted.map(({ kind }) => kind)).toEqual(['triangle', 'line', 'comment']);
    expect(adaptedBallot(adapted, 'ranking', '').map(({ kind }) => kind)).toEqual([
      'liking',
      'ranking',
      'line',
      'comment',
    ]);
    expect(adaptedBallot(written, 'profile', '').map(({ kind }) => kind)).toEqual(['line', 'comment']);
    expect(adaptedBallot(written, '2-afc', 'sweet')[0]).toMatchObject({ kind: '2-afc', attribute: 'sweet' });
  });
});

describe('the library', () => {
  it('has at least sixty words, each once, in every group, with all that a scale needs', () => {
    expect(ATTRIBUTE_WORDS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(ATTRIBUTE_WORDS.map(({ word }) => word)).size).toBe(ATTRIBUTE_WORDS.length);
    for (const group of WORD_GROUPS)
      expect(ATTRIBUTE_WORDS.filter((one) => one.group === group).length).toBeGreaterThan(5);
    for (const one of ATTRIBUTE_WORDS) expect(Object.values(one).every((text) => text.trim() !== '')).toBe(true);
  });

  it('proposes a checklist for every product, each line once', () => {
    for (const { product } of PRODUCT_GUIDES) {
      const names = proposedConstants(product).map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      expect(names).toEqual(expect.arrayContaining(['Source', 'Lot', 'End point', 'Seasoning']));
    }
  });

  it('changes what stands as the old product had it, and nothing that was set by hand', () => {
    const tasting = simpleTasting();
    const changed = { ...tasting, service: { ...tasting.service, rinseSeconds: 77 } };
    const { service, quantities: masses } = withProduct({ ...changed, product: 'other' }, 'sausage');
    expect(service.rinseSeconds).toBe(77);
    expect(masses.portionGrams).toBe(15);
  });
});

describe('methods out of a table', () => {
  it('are read with headings in any order, with tabs, semicolons or commas, and decimal commas', () => {
    const tab = 'Mess\tMethod\tHands-on minutes\tCost\tReference\n2\tRoasted\t6\t0,80\tyes';
    const [roasted] = methodsFromTable(tab).methods;
    expect(roasted).toMatchObject({
      name: 'Roasted',
      reference: true,
      effort: { mess: 2, handsOnMinutes: 6, cost: 0.8 },
    });
    expect(methodsFromTable('name;cook loss\nFried;30 %').methods[0].cookLoss).toBeCloseTo(0.3);
    expect(methodsFromTable('Boiled,in salted water,4,25').methods[0]).toMatchObject({
      note: 'in salted water',
      effort: { totalMinutes: 25 },
    });
    expect(methodsFromTable('Boiled\nSteamed').methods.map(({ name }) => name)).toEqual(['Boiled', 'Steamed']);
  });

  it('says which columns it left out', () => {
    const { methods, notices, problems } = methodsFromTable('name,colour\nRoasted,red');
    expect(methods.map(({ name }) => name)).toEqual(['Roasted']);
    expect(problems).toEqual([]);
    expect(notices[0]).toContain('colour');
  });

  it.each([
    ['name,mess\nRoasted,9', 'row 2, mess'],
    ['name,mess\n,2', 'row 2, name'],
    ['name,cost\nRoasted,cheap', 'row 2, cost'],
    ['', 'row 1'],
    [Array(61).fill('Roasted').join('\n'), 'row 61'],
  ])('names the row and column that is wrong in %j', (text, field) => {
    const { methods, problems } = methodsFromTable(text);
    expect(methods).toEqual([]);
    expect(problems[0].field).toBe(field);
  });
});
