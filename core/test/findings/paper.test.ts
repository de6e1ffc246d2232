import { findingsText } from '../../cli/findingsText';
import { parseBundle, type Answer, type TastingBundle } from '../../src/bundle';
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
  for (const text of [findingsText(found), JSON.stringify(reportSheet(found, onPaper()))]) {
    expect(text).toContain('2 ballots were on paper; typed in once only, so that nobody would notice a slip: seat 1.');
    expect(text).toContain('An answer of seat 3 was corrected by Ines: mixed up two.');
  }
  const how = new Map(tidyRows(onPaper()).map(({ seat, typed: times }) => [seat, times]));
  expect([1, 2, 3].map((seat) => how.get(seat))).toEqual(['once', 'twice', '']);
  const rank = tidyRows(onPaper()).filter(({ seat }) => seat === 1);
  expect(rank.every((row) => row.rank === '' && row.liking !== '')).toBe(true);
});

it('says who left half of their samples within seconds, and lets their answers count', () => {
  const timed = (seconds: number[]) => (ballot: TastingBundle['ballots'][number]) => {
    const { sets } = plain.plan!.servings.find((one) => one.panelist === ballot.panelist)!;
    const answers = seconds.map((took, at): Answer => ({
      ...{
        id: `timed-${at}`,
        at: AT,
        by: 'panelist',
        reason: '',
        kind: 'timed',
        code: sets[0].codes[at],
        seconds: took,
      },
    }));
    return { ...ballot, answers: [...ballot.answers, ...answers] };
  };
  const [first, second, third, ...rest] = plain.ballots;
  const ballots = [timed([3, 4, 60])(first), timed([4, 50, 60])(second), timed([5, 5, 5])(third), ...rest];
  const told = { ...plain, ballots };
  expect(parseBundle(JSON.parse(JSON.stringify(told))).problems).toEqual([]);
  const found = findings(told);
  expect(sectionOf(found, 'service')).toMatchObject({ hasty: [1] });
  for (const text of [findingsText(found), JSON.stringify(reportSheet(found, told))])
    expect(text).toContain('Seat 1 left half of the samples or more within 5 seconds each.');
  // Nothing else changes, and where nobody was hasty nothing is said.
  const without = (of: ReturnType<typeof findings>) => of.sections.filter(({ id }) => id !== 'service');
  expect(JSON.stringify(without(found))).toBe(JSON.stringify(without(findings(plain))));
  expect(sectionOf(findings(plain), 'service')).toBeUndefined();
});
