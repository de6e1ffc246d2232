import { parseBundle, type Answer, type TastingBundle } from '../../src/bundle';
import { findingsText } from '../../cli/findingsText';
import { findings, sectionOf } from '../../src/findings';
import { reportSheet } from '../../src/sheets';
import { tidyRows } from '../../src/tidy';
import { AT, simulatedBundle } from '../support/bundles';

/** Ballots that were on paper, with a blank and a slip; and what a coordinator put right. */

const plain = simulatedBundle({ panelists: 6, methods: 3, pieces: 3, liking: true });
const later = (minutes: number): string => new Date(Date.parse(AT) + minutes * 60_000).toISOString();
const typed = (times: 1 | 2, id = `typed-${times}`): Answer => ({
  ...{ id, at: later(5), by: 'Ines', reason: '', kind: 'typed', times, second: times === 2 ? 'Tove' : '', settled: 0 },
});
const of = (own: TastingBundle['ballots'][number], id: string, by: string, reason: string, at: string): Answer => ({
  ...own.answers.find(({ kind }) => kind === 'score')!,
  ...{ id, by, reason, at },
});

/** The first was typed once and lacks its ranking, the second twice and settled, the third was corrected when it was in. */
function onPaper(isMarked = true): TastingBundle {
  const ballots = plain.ballots.map((ballot, at) => {
    const own = { ...ballot, handedInAt: later(6) };
    if (at === 0)
      return {
        ...own,
        answers: [...own.answers.filter(({ kind }) => kind !== 'ranking'), ...(isMarked ? [typed(1)] : [])],
      };
    if (at === 1)
      return {
        ...own,
        answers: [...own.answers, of(own, 'settled', 'Ines', 'settled by the sheet', later(5)), typed(2)],
      };
    if (at === 2) return { ...own, answers: [...own.answers, of(own, 'put-right', 'Ines', 'mixed up two', later(9))] };
    return own;
  });
  return { ...plain, ballots };
}

it('is read with its blanks, as a ballot on a phone is not', () => {
  expect(parseBundle(JSON.parse(JSON.stringify(onPaper()))).problems).toEqual([]);
  const { problems } = parseBundle(JSON.parse(JSON.stringify(onPaper(false))));
  expect(problems.map(({ field }) => field)).toEqual(['ballots.0.answers']);
});

it('stands in findings, report and CSV: which were typed once, and what was put right once it was in', () => {
  const found = findings(onPaper());
  expect(sectionOf(found, 'service')).toMatchObject({
    onPaper: { once: [1], all: 2 },
    corrected: [{ seat: 3, by: 'Ines', because: 'mixed up two' }],
  });
  for (const text of [findingsText(found), JSON.stringify(reportSheet(found))]) {
    expect(text).toContain('2 ballots were on paper; typed in once only, so that nobody would notice a slip: seat 1.');
    expect(text).toContain('An answer of seat 3 was corrected by Ines: mixed up two.');
  }
  const how = new Map(tidyRows(onPaper()).map(({ seat, typed: times }) => [seat, times]));
  expect([1, 2, 3].map((seat) => how.get(seat))).toEqual(['once', 'twice', '']);
  const rank = tidyRows(onPaper()).filter(({ seat }) => seat === 1);
  expect(rank.every((row) => row.rank === '' && row.liking !== '')).toBe(true);
});
