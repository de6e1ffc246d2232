import { comparedText, isBrought } from '../src/shell/Records';

/** What is said of a mark that somebody typed off a sheet: no more than it shows. */

it('vouches for what came before a mark that is found, and for nothing after it', () => {
  expect(comparedText({ isFound: true, number: 40, of: 52 }, true)).toBe(
    'This was the mark after 40 records; nothing up to there was changed. 12 came later.',
  );
  expect(comparedText({ isFound: true, number: 52, of: 52 }, true)).toMatch(/all 52 records: nothing before it/);
});

it('vouches for nothing where records are not what the chain says, nor where the mark is none of theirs', () => {
  const changed = comparedText({ isFound: true, number: 52, of: 52 }, false);
  expect(changed).not.toMatch(/nothing/);
  expect(changed).toMatch(/was changed/);
  for (const isSound of [true, false])
    expect(comparedText({ isFound: false, number: null, of: 52 }, isSound)).toMatch(/No record has this mark/);
});

it('knows what was recorded elsewhere', () => {
  const entry = (action: string) => ({ at: '', by: '', action, detail: '' });
  expect(isBrought({ log: [entry('tasting created'), entry('key unsealed')] })).toBe(false);
  expect(isBrought({ log: [entry('imported'), entry('exported')] })).toBe(true);
});
