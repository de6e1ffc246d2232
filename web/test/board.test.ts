import type { SeatView, TastingCard } from '../src/client/api.generated';
import { alarmsOf, boardSentence, clock, filtered, slowSeats } from '../src/stages/taste/board';

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
  ...{ tray: 'out', trayBy: null, outAt: null, celsius: null, isTwice: false, presence: 'expected', isWalkIn: false },
  stoppedBecause: null,
  isWithheld: false,
  isAllAlike: false,
  hasty: 0,
  saysArrived: false,
  tasted: 0,
  rinsingUntil: null,
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

  it('does not call slow who rinses as long as they have to', () => {
    const until = (seconds: number) => new Date(now + 1000 * seconds).toISOString();
    expect(slowSeats([{ ...seat('tasting', 300), rinsingUntil: until(20) }], now)).toEqual([]);
    expect(slowSeats([{ ...seat('tasting', 300), rinsingUntil: until(-20) }], now)).toHaveLength(1);
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

describe('what stands out', () => {
  const ago = (minutes: number): string => new Date(now - minutes * 60_000).toISOString();
  const one = (at: number, more: Partial<SeatView>): SeatView => ({
    ...{ ...seat('away'), panelistId: `p${at}`, seat: at, seenAt: null, tray: 'waiting' },
    ...more,
  });
  const texts = (...seats: SeatView[]): string[] => alarmsOf(seats, now).map((own) => `${own.seat.seat} ${own.text}`);

  it('is who waits for a tray once trays are carried, and a tray before nobody', () => {
    const waits = one(1, { state: 'tasting', openedAt: ago(4), seenAt: ago(1) });
    expect(texts(waits)).toEqual([]);
    expect(texts(waits, one(2, { tray: 'out', outAt: ago(1) }))).toEqual(['1 here for 4:00 without a tray']);
    expect(texts(one(2, { tray: 'out', outAt: ago(6) }))).toEqual(['2 the tray stands for 6:00, and nobody has begun']);
  });

  it('is who came though written down as absent, and a tray that two put down', () => {
    expect(texts(one(1, { presence: 'absent', state: 'tasting', openedAt: ago(1), seenAt: ago(1) }))).toEqual([
      '1 was written down as absent, and has begun',
    ]);
    expect(texts(one(1, { isTwice: true, tray: 'out', outAt: ago(1) }))).toHaveLength(1);
  });

  it('is who was done in a fraction of the time of the others, once there are enough of them', () => {
    const done = (at: number, minutes: number): SeatView =>
      one(at, { state: 'done', openedAt: ago(minutes + 1), handedInAt: ago(1) });
    const usual = [1, 2, 3, 4].map((at) => done(at, 9 + at / 10));
    expect(texts(...usual)).toEqual([]);
    expect(texts(...usual, done(5, 2))).toEqual(['5 handed in after 2:00']);
    expect(texts(...usual, done(5, 4))).toEqual([]);
    expect(texts(...usual.slice(0, 3), done(5, 2))).toEqual([]);
  });

  it('is first who must not eat what is served, and what they were given has to be taken away', () => {
    const fast = one(2, { isAllAlike: true, state: 'done' });
    expect(texts(fast, one(1, { isWithheld: true }))).toEqual([
      '1 must not eat what is in the samples: serve nothing',
      '2 answered alike for every sample',
    ]);
    expect(texts(one(1, { isWithheld: true, tray: 'out', outAt: ago(1) }))).toEqual([
      '1 must not eat this: take the tray away',
    ]);
    expect(filtered([one(1, { isWithheld: true })], 'without a tray')).toEqual([]);
  });

  it('is of samples that were tapped through, and of a tray that nobody tapped', () => {
    const codes = ['101', '202', '303', '404'];
    const hasty = [0, 1, 2, 4].map((count, at) => one(at + 1, { codes, hasty: count, tray: 'out', state: 'tasting' }));
    expect(alarmsOf(hasty, now).map(({ text }) => text)).toEqual([
      'left 2 of 4 samples within seconds',
      'left 4 of 4 samples within seconds',
    ]);
    const there = one(1, { saysArrived: true, tray: 'waiting', state: 'tasting', openedAt: ago(30), seenAt: ago(0) });
    const carried = one(2, { tray: 'out' });
    expect(alarmsOf([there, carried], now).map(({ text }) => text)).toEqual([
      'says that the tray is there: tap it as put down',
    ]);
    expect(alarmsOf([{ ...there, tray: 'out' }], now)).toEqual([]);
  });

  it('is silenced until it changes: its name hangs on how far the seat is', () => {
    const slow = one(1, { state: 'tasting', seenAt: ago(9), tasted: 2 });
    expect(alarmsOf([slow], now)[0].name).not.toBe(alarmsOf([{ ...slow, tasted: 3 }], now)[0].name);
  });

  it('is found by filters', () => {
    const seats = [
      one(1, { state: 'tasting', tray: 'out' }),
      one(2, { presence: 'absent' }),
      one(3, { state: 'done', tray: 'out' }),
      one(4, {}),
    ];
    const found = (filter: Parameters<typeof filtered>[1]): number[] => filtered(seats, filter).map((own) => own.seat);
    expect(found('all')).toEqual([1, 2, 3, 4]);
    expect(found('tasting')).toEqual([1]);
    expect(found('without a tray')).toEqual([4]);
    expect(found('not here')).toEqual([2, 4]);
    expect(found('done')).toEqual([3]);
  });
});
