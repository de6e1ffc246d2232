import { sinceCut } from '../src/stages/serve/carry/trays';

const cutAt = '2026-03-05T18:00:00.000Z';
const after = (minutes: number, window: number | null) =>
  sinceCut(cutAt, { now: Date.parse(cutAt) + minutes * 60_000, window });

describe('how long ago a flight was cut', () => {
  it('is held against the shortest wait of the chains, in words and by a sign', () => {
    expect(after(0, 8)).toEqual({ text: 'cut just now, 8 minutes left', sign: '●○○' });
    expect(after(4.5, 8)).toEqual({ text: 'cut 4 minutes ago, 4 minutes left', sign: '●●○' });
    expect(after(7, 8)).toEqual({ text: 'cut 7 minutes ago, 1 minute left', sign: '●●○' });
    expect(after(8, 8)).toEqual({ text: 'cut 8 minutes ago, longer than planned', sign: '●●●' });
  });

  it('claims nothing of a plan where no chain says how long', () => {
    expect(after(1, null)).toEqual({ text: 'cut 1 minute ago', sign: '●○○' });
    expect(after(30, null)).toEqual({ text: 'cut 30 minutes ago', sign: '●●●' });
    expect(sinceCut(undefined, { now: 0, window: 8 })).toBeNull();
  });
});
