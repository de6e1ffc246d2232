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

  it('note nothing where nothing changed, and never take back the edit of somebody else', () => {
    const history = new History(draft('a'));
    history.changed(draft('a'), 1000);
    expect(history.undo()).toBeUndefined();
    history.changed(draft('b'), 2000);
    history.replaced(draft('theirs'));
    expect(history.undo()).toBeUndefined();
    history.changed(draft('theirs and mine'), 4000);
    expect(history.undo()?.title).toBe('theirs');
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
