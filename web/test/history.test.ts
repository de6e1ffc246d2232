import { describe, expect, it } from '@jest/globals';
import type { DraftInput } from '../src/client/api.generated';
import { nameOfField, settledDraft, valueInWords } from '../src/drafting/differences';
import { History } from '../src/drafting/history';
import { placeOfProblem } from '../src/shell/problemPlaces';

const draft = (title: string, methods: string[] = []): DraftInput =>
  ({ title, methods: methods.map((name) => ({ id: name.toLowerCase(), name })) }) as unknown as DraftInput;

describe('the steps of a draft', () => {
  it('take typing in one go as one step, and a later word as another', () => {
    const history = new History(draft(''));
    for (const [title, at] of [
      ['S', 1000],
      ['Sa', 1200],
      ['Salmon', 1900],
      ['Salmon, hot', 5000],
    ] as const)
      history.changed(draft(title), at);
    expect(history.undo()?.title).toBe('Salmon');
    expect(history.undo()?.title).toBe('');
    expect(history.undo()).toBeUndefined();
    expect(history.redo()?.title).toBe('Salmon');
    expect(history.redo()?.title).toBe('Salmon, hot');
    expect(history.redo()).toBeUndefined();
  });

  it('begin anew after an undo: what was taken back cannot come again over something else', () => {
    const history = new History(draft('a'));
    history.changed(draft('b'), 1000);
    history.undo();
    history.changed(draft('c'), 3000);
    expect(history.redo()).toBeUndefined();
    expect(history.undo()?.title).toBe('a');
  });

  it('note nothing where nothing changed', () => {
    const history = new History(draft('a'));
    history.changed(draft('a'), 1000);
    expect(history.undo()).toBeUndefined();
  });

  it('are taken back in what somebody else has saved since, and theirs stays', () => {
    const history = new History(draft('a', ['Seared']));
    history.changed(draft('b', ['Seared']), 1000);
    history.changed(draft('b', ['Seared', 'Poached']), 3000);
    history.replaced(draft('b', ['Seared', 'Poached', 'Grilled']));
    expect(history.undo()).toEqual(draft('b', ['Seared', 'Grilled']));
    expect(history.undo()).toEqual(draft('a', ['Seared', 'Grilled']));
    expect(history.undo()).toBeUndefined();
    expect(history.redo()).toEqual(draft('b', ['Seared', 'Grilled']));
    history.replaced(draft('b', ['Seared', 'Grilled', 'Baked']));
    expect(
      history
        .redo()
        ?.methods.map(({ name }) => name)
        .sort(),
    ).toEqual(['Baked', 'Grilled', 'Poached', 'Seared']);
  });

  it('leave alone what somebody else changed of the same, and go on to what is left to take back', () => {
    const history = new History(draft('a', ['Seared']));
    history.changed(draft('a', ['Seared', 'Poached']), 1000);
    history.changed(draft('mine', ['Seared', 'Poached']), 3000);
    history.replaced(draft('theirs', ['Seared', 'Poached']));
    expect(history.undo()).toEqual(draft('theirs', ['Seared']));
    expect(history.undo()).toBeUndefined();
  });

  it('do not run into one another over what somebody else saved in between', () => {
    const history = new History(draft('a'));
    history.changed(draft('ab'), 1000);
    history.replaced(draft('ab', ['Seared']));
    history.changed(draft('abc', ['Seared']), 1100);
    expect(history.undo()).toEqual(draft('ab', ['Seared']));
    expect(history.undo()).toEqual(draft('a', ['Seared']));
  });

  it('are found again in a draft whose fields the server put in another order', () => {
    const history = new History(draft('a', ['Seared']));
    history.changed(draft('a', ['Seared', 'Poached']), 1000);
    const { title, methods } = draft('a', ['Seared', 'Poached']);
    const turned = { methods: methods.map(({ id, name }) => ({ name, id })), title } as unknown as DraftInput;
    history.replaced(turned);
    expect(history.undo()).toEqual(draft('a', ['Seared']));
    expect(history.undo()).toBeUndefined();
  });

  it('outlive a reload, as far back as there is room', () => {
    const kept = new Map<string, string>();
    Object.assign(globalThis, {
      sessionStorage: { getItem: (key: string) => kept.get(key) ?? null, setItem: kept.set.bind(kept) },
    });
    const long = 'x'.repeat(100_000);
    const before = new History(draft('0'), 'one');
    for (let at = 1; at <= 20; at++) before.changed(draft(`${at} ${long}`), at * 1000);
    before.keep();
    expect(new History(draft(`20 ${long}`), 'another').undo()).toBeUndefined();
    const after = new History(draft(`20 ${long}`), 'one');
    let steps = 0;
    for (let back = after.undo(); back; back = after.undo()) expect(back.title).toBe(`${20 - ++steps} ${long}`);
    expect(steps).toBeGreaterThanOrEqual(6);
    expect(steps).toBeLessThan(20);
    expect(after.redo()?.title).toBe(`${20 - steps + 1} ${long}`);
  });

  it('keep the last two hundred', () => {
    const history = new History(draft('0'));
    for (let at = 1; at <= 300; at++) history.changed(draft(String(at)), at * 1000);
    let steps = 0;
    while (history.undo()) steps++;
    expect(steps).toBe(200);
  });
});

describe('what two editors both changed', () => {
  const both = draft('Salmon', ['Seared', 'Poached']);

  it('is named by the words of the screen', () => {
    expect(nameOfField('title', both)).toBe('Title');
    expect(nameOfField('methods.seared.name', both)).toBe('Method, "Seared", name');
    expect(nameOfField('service.secondsPerSample', both)).toBe('Serving, seconds per sample');
  });

  it('is shown in words, with what was taken out or left empty', () => {
    expect([null, '', true, false, 12, 'Loin', { name: 'Poached' }].map(valueInWords)).toEqual([
      ...['taken out', 'empty', 'yes', 'no', '12', 'Loin', 'Poached'],
    ]);
  });

  it('becomes theirs where theirs was chosen, and only there', () => {
    const conflicts = [
      { path: 'title', mine: 'Salmon', theirs: 'Trout' },
      { path: 'methods.seared.name', mine: 'Seared', theirs: 'Grilled' },
      { path: 'methods.poached', mine: { id: 'poached', name: 'Poached' }, theirs: null },
    ];
    const settled = settledDraft(both, conflicts, new Set(['methods.seared.name', 'methods.poached']));
    expect(settled).toEqual({ title: 'Salmon', methods: [{ id: 'seared', name: 'Grilled' }] });
    expect(both.methods).toHaveLength(2);
  });
});

describe('a problem of the plan', () => {
  it.each([
    ['methods.2.name', 'ask'],
    ['ballotTitle', 'ask'],
    ['ballot.items.1', 'plan?part=ballot'],
    ['service.codes', 'plan?part=orders'],
    ['piecesPerMethod', 'plan?part=quantities'],
    ['panel.3.name', 'plan?part=people'],
  ])('%s is settled at %s', (field, place) => expect(placeOfProblem(field)).toBe(place));
});
