import { settledDraft, nameOfField } from '../src/drafting/differences';
import { History } from '../src/drafting/history';
import { isSame, merge } from '../src/drafting/merge';

const base = {
  title: 'Carrots',
  service: { sittings: 1, warmUp: false },
  methods: [
    { id: 'a', name: 'Boiled' },
    { id: 'b', name: 'Steamed' },
  ],
};
type Draft = typeof base;
const edited = (edit: (draft: Draft) => void): Draft => {
  const draft = structuredClone(base);
  edit(draft);
  return draft;
};

describe('two edits of one draft', () => {
  it('come together where they touch different things', () => {
    const mine = edited((draft) => draft.methods.push({ id: 'c', name: 'Roasted' }));
    const theirs = edited((draft) => {
      draft.service.sittings = 2;
      draft.methods[0].name = 'Boiled long';
    });
    const { draft, conflicts } = merge(base, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(draft).toEqual({
      title: 'Carrots',
      service: { sittings: 2, warmUp: false },
      methods: [
        { id: 'a', name: 'Boiled long' },
        { id: 'b', name: 'Steamed' },
        { id: 'c', name: 'Roasted' },
      ],
    });
  });

  it('keep weights of one and words of the other, and ask where both weighed one scale', () => {
    const asking = (juicy: object, dry: object = {}) => ({
      ballot: {
        items: [
          { id: 'juicy', ask: 'How juicy?', ...juicy },
          { id: 'dry', ask: 'How dry?', ...dry },
        ],
      },
    });
    const both = merge<object>(asking({}), asking({ weight: 2 }), asking({ ask: 'How moist?' }, { weight: -1 }));
    expect(both).toEqual({ draft: asking({ ask: 'How moist?', weight: 2 }, { weight: -1 }), conflicts: [] });
    const { conflicts } = merge<object>(asking({ weight: 1 }), asking({ weight: 2 }), asking({}));
    expect(conflicts).toEqual([{ path: 'ballot.items.juicy.weight', mine: 2, theirs: undefined }]);
  });

  it('keep what both added, and drop what one removed and the other left alone', () => {
    const mine = edited((draft) => draft.methods.splice(0, 1, { id: 'm', name: 'Mine' }));
    const theirs = edited((draft) => draft.methods.push({ id: 't', name: 'Theirs' }));
    const { draft, conflicts } = merge(base, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(draft.methods.map(({ id }) => id).sort()).toEqual(['b', 'm', 't']);
  });

  it('take what was sent from here and never acknowledged for mine, where it is found with them', () => {
    const sent = edited((draft) => {
      draft.title = 'Carrots, gl';
      draft.methods.push({ id: 'c', name: 'Roasted' }, { id: 'd', name: 'Twice' });
    });
    const mine = edited((draft) => {
      draft.title = 'Carrots, glazed';
      draft.methods.push({ id: 'c', name: 'Roasted whole' });
    });
    const theirs = structuredClone(sent);
    theirs.methods[0].name = 'Boiled long';
    expect(merge(base, mine, theirs, sent)).toEqual({
      draft: {
        ...mine,
        methods: [{ id: 'a', name: 'Boiled long' }, base.methods[1], { id: 'c', name: 'Roasted whole' }],
      },
      conflicts: [],
    });
    // Where the server has something else, it never came, or somebody changed it since: nothing of mine is dropped.
    expect(merge(base, sent, base, sent).draft).toEqual(sent);
    const without = edited((draft) => (draft.title = 'Theirs'));
    const { draft, conflicts } = merge(base, mine, without, sent);
    expect(draft.methods.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    expect(conflicts).toEqual([{ path: 'title', mine: 'Carrots, glazed', theirs: 'Theirs' }]);
  });

  it('keep an order that only one side changed', () => {
    const mine = edited((draft) => draft.methods.reverse());
    const theirs = edited((draft) => (draft.methods[0].name = 'Boiled long'));
    expect(merge(base, mine, theirs).draft.methods).toEqual([
      { id: 'b', name: 'Steamed' },
      { id: 'a', name: 'Boiled long' },
    ]);
  });

  it('keep the order of a colleague, with what was added here meanwhile', () => {
    const theirs = edited((draft) => draft.methods.reverse());
    const renamed = edited((draft) => (draft.methods[0].name = 'Boiled long'));
    expect(merge(base, renamed, theirs).draft.methods).toEqual([
      { id: 'b', name: 'Steamed' },
      { id: 'a', name: 'Boiled long' },
    ]);
    const added = edited((draft) => draft.methods.splice(1, 0, { id: 'c', name: 'Roasted' }));
    expect(merge(base, added, theirs).draft.methods.map(({ id }) => id)).toEqual(['b', 'a', 'c']);
    const first = edited((draft) => draft.methods.unshift({ id: 'c', name: 'Roasted' }));
    expect(merge(base, first, theirs).draft.methods.map(({ id }) => id)).toEqual(['c', 'b', 'a']);
  });

  it('say where both changed the same, and where one removed what the other changed', () => {
    const mine = edited((draft) => {
      draft.title = 'Mine';
      draft.methods.splice(1, 1);
    });
    const theirs = edited((draft) => {
      draft.title = 'Theirs';
      draft.methods[1].name = 'Steamed long';
    });
    const { draft, conflicts } = merge(base, mine, theirs);
    expect(draft.title).toBe('Mine');
    expect(conflicts).toEqual([
      { path: 'title', mine: 'Mine', theirs: 'Theirs' },
      { path: 'methods.b', mine: null, theirs: { id: 'b', name: 'Steamed long' } },
    ]);
    const settled = settledDraft(draft as never, conflicts, new Set(['methods.b'])) as unknown as Draft;
    expect(settled.title).toBe('Mine');
    expect(settled.methods).toContainEqual({ id: 'b', name: 'Steamed long' });
    expect(nameOfField('methods.a.name', base as never)).toBe('Method, "Boiled", name');
    const asking = { ...base, ballot: { items: [{ id: 'q1', ask: 'How juicy?', weight: 2 }] } };
    expect(nameOfField('ballot.items.q1.weight', asking as never)).toBe('Ballot, "How juicy?", counts in a total');
  });

  it('agree when both did the same', () => {
    const same = edited((draft) => (draft.title = 'Beets'));
    expect(merge(base, same, structuredClone(same))).toEqual({ draft: same, conflicts: [] });
  });
});

describe('the steps of an edit', () => {
  const titled = (title: string) => ({ ...base, title }) as never;

  it('are taken back one by one, and done again', () => {
    const history = new History(titled('a'));
    history.changed(titled('b'), 1000);
    history.changed(titled('c'), 5000);
    expect(history.undo()).toMatchObject({ title: 'b' });
    expect(history.undo()).toMatchObject({ title: 'a' });
    expect(history.undo()).toBeUndefined();
    expect(history.redo()).toMatchObject({ title: 'b' });
    history.changed(titled('d'), 9000);
    expect(history.redo()).toBeUndefined();
    expect(history.undo()).toMatchObject({ title: 'b' });
  });

  it('take letters of a word together', () => {
    const history = new History(titled(''));
    ['w', 'wo', 'wor', 'word'].forEach((text, at) => history.changed(titled(text), 1000 + 100 * at));
    expect(history.undo()).toMatchObject({ title: '' });
  });
});

it('sees no difference in the order of fields, which server and forms have each in their own way', () => {
  const base = { methods: [{ id: 'a', name: 'Seared', note: '' }] };
  const theirs = { methods: [{ name: 'Seared', note: '', id: 'a' }] };
  const mine = { methods: [{ id: 'a', name: 'Grilled', note: '' }] };
  expect(merge(base, mine, theirs)).toEqual({ draft: mine, conflicts: [] });
  expect(isSame({ a: 1, b: { c: 2, d: [1, 2] } }, { b: { d: [1, 2], c: 2 }, a: 1 })).toBe(true);
  expect(isSame({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
  expect(isSame({ a: 1 }, { a: 1, b: undefined })).toBe(true);
});
