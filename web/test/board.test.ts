import type { SeatView, TastingCard } from '../src/client/api.generated';
import { boardSentence, clock, slowSeats } from '../src/stages/taste/board';

const now = Date.parse('2026-03-05T18:00:00Z');
const seat = (state: SeatView['state'], quietFor = 0): SeatView => ({
  panelistId: 'p',
  seat: 1,
  name: 'Ada',
  flight: 1,
  codes: ['482'],
  warmUp: false,
  sets: [{ codes: ['482'], zone: '' }],
  state,
  ...{ tray: 'out', trayBy: null, outAt: null, celsius: null, isTwice: false, presence: 'expected' },
  tasted: 0,
  blind: true,
  handedInAt: null,
  openedAt: null,
  seenAt: new Date(now - quietFor * 1000).toISOString(),
});
const open = { closedAt: null } as TastingCard;

describe('the board', () => {
  it('says who is where', () => {
    expect(boardSentence([seat('done'), seat('done'), seat('tasting'), seat('away')], open)).toBe(
      'Two done, one tasting, one not here yet.',
    );
    expect(boardSentence([seat('done')], open)).toBe('Everyone has handed in.');
    expect(boardSentence([seat('done'), seat('away')], { closedAt: 'x' } as TastingCard)).toBe(
      'Closed with 1 of 2 ballots in.',
    );
    expect(boardSentence([...Array(18).fill(seat('done')), seat('tasting')], open)).toBe('18 done, 1 tasting.');
  });

  it('points at seats that have been on one step for long', () => {
    expect(
      slowSeats([seat('tasting', 60), seat('ranking', 300), seat('done', 900), seat('away', 900)], now).map(
        (one) => one.state,
      ),
    ).toEqual(['ranking']);
  });

  it.each([
    [5, '0:05'],
    [125, '2:05'],
    [7300, '2 h'],
  ])('says %i seconds as %s', (seconds, words) =>
    expect(clock(new Date(now - seconds * 1000).toISOString(), now)).toBe(words),
  );
});
