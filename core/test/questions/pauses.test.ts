import { isLeftBehind, isOneByOne, pausesOf } from '../../src/questions';
import { neutralQuestion } from '../../src/library';
import type { AnswerValue } from '../../src/tasting';

const liking = neutralQuestion('liking', 'liking');
const ranking = neutralQuestion('ranking', 'ranking');
const triangle = neutralQuestion('triangle', 'triangle');

const planned = { isOneByOne: true, rinseSeconds: 30, pauseAfter: 0, pauseSeconds: 180 };
const sets = (...lists: string[][]) => lists.map((codes) => ({ codes }));
const said = (map: ReturnType<typeof pausesOf>) =>
  [...map].map(([code, { seconds, isLong }]) => `${code} ${seconds}${isLong ? ' long' : ''}`);

describe('whether samples are tasted one by one', () => {
  it('follows from the questions, unless they stand side by side', () => {
    expect(isOneByOne([liking, ranking], 'sequential')).toBe(true);
    expect(isOneByOne([ranking], 'sequential')).toBe(true);
    expect(isOneByOne([triangle], 'sequential')).toBe(false);
    expect(isOneByOne([triangle, liking], 'sequential')).toBe(true);
    expect(isOneByOne([liking, ranking], 'side-by-side')).toBe(false);
  });
});

describe('pauses', () => {
  it('come before each sample but the first', () => {
    expect(said(pausesOf({ warmUp: '999', sets: sets(['101', '102', '103']) }, planned))).toEqual([
      '101 30',
      '102 30',
      '103 30',
    ]);
    expect(said(pausesOf({ warmUp: null, sets: sets(['101', '102']) }, planned))).toEqual(['102 30']);
    expect(pausesOf({ warmUp: null, sets: sets(['101', '102']) }, { ...planned, rinseSeconds: 0 }).size).toBe(0);
  });

  it('come between sets where those stand side by side', () => {
    const served = { warmUp: '999', sets: sets(['101', '102', '103'], ['201', '202', '203']) };
    expect(said(pausesOf(served, { ...planned, isOneByOne: false }))).toEqual(['101 30', '201 30']);
  });

  it('are longer after every so many samples, the warm-up not counted', () => {
    const served = { warmUp: '999', sets: sets(['101', '102', '103', '104', '105']) };
    expect(said(pausesOf(served, { ...planned, pauseAfter: 2 }))).toEqual([
      '101 30',
      '102 30',
      '103 180 long',
      '104 30',
      '105 180 long',
    ]);
    // A pause that is shorter than the rinse is still a rinse; without rinses only the pauses are left.
    expect(said(pausesOf(served, { ...planned, pauseAfter: 4, pauseSeconds: 10 }))).toContain('105 30 long');
    expect(said(pausesOf(served, { ...planned, rinseSeconds: 0, pauseAfter: 3 }))).toEqual(['104 180 long']);
  });

  it('wait for the end of a set that stands side by side', () => {
    const served = { warmUp: null, sets: sets(['101', '102', '103'], ['201', '202', '203'], ['301', '302', '303']) };
    expect(said(pausesOf(served, { ...planned, isOneByOne: false, pauseAfter: 4 }))).toEqual([
      '201 30',
      '301 180 long',
    ]);
  });
});

describe('going back where it is not allowed', () => {
  const score = (code: string): AnswerValue => ({ kind: 'score', item: 'liking', code, score: 5 });
  const choice = (set: number): AnswerValue => ({ kind: 'choice', item: 'triangle', set, choice: ['101'] });
  const serving = { sets: sets(['101', '102', '103'], ['201', '202', '203']).map((set) => ({ ...set, zone: null })) };

  it('leaves samples behind one by one, or set by set', () => {
    expect(isLeftBehind(score('101'), [score('102')], serving)).toBe(true);
    expect(isLeftBehind(score('101'), [score('103'), choice(0)], serving, 'side-by-side')).toBe(false);
    expect(isLeftBehind(score('101'), [score('201')], serving, 'side-by-side')).toBe(true);
    expect(isLeftBehind(choice(0), [score('202')], serving, 'side-by-side')).toBe(true);
    expect(isLeftBehind(score('201'), [choice(0)], serving, 'side-by-side')).toBe(false);
    expect(isLeftBehind({ kind: 'timed', code: '101', seconds: 3 }, [score('201')], serving)).toBe(false);
    expect(isLeftBehind({ kind: 'arrived' }, [score('201')], serving)).toBe(false);
  });
});
