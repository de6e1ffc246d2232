import type { BallotView } from '../src/app/api.generated';
import { actions, ballotReducer, fresh, unplaced, type BallotState } from '../src/ballot/state';

const served: BallotView = {
  state: 'open',
  title: 'Blind tasting',
  name: 'Ada',
  seat: 1,
  codes: ['482', '907', '615'],
  asksLiking: true,
  allowsTies: false,
  tasted: [],
  liking: [],
  ranking: null,
  handedInAt: null,
};
const after = (...done: Parameters<typeof ballotReducer>[1][]): BallotState => done.reduce(ballotReducer, fresh);

describe('the ballot on a device', () => {
  it('sends only the last of several scores for one sample', () => {
    const state = after(
      actions.opened(served),
      actions.scored({ id: 'one', code: '482', score: 3 }),
      actions.scored({ id: 'two', code: '482', score: 8 }),
    );
    expect(state.queue).toEqual([{ id: 'two', kind: 'liking', code: '482', score: 8 }]);
    expect(
      after(actions.opened(served), actions.scored({ id: 'one', code: '482', score: 3 }), actions.acknowledged(['one']))
        .queue,
    ).toEqual([]);
  });

  it('keeps what this device still has to send over what the server says', () => {
    const state = after(
      actions.opened(served),
      actions.scored({ id: 'one', code: '482', score: 8 }),
      actions.opened({
        ...served,
        liking: [
          { code: '482', score: 3 },
          { code: '907', score: 5 },
        ],
      }),
    );
    expect(state.liking).toEqual({ '482': 8, '907': 5 });
    expect(state.queue).toHaveLength(1);
  });

  it('hands in once, however often the button is tapped', () => {
    expect(after(actions.opened(served), actions.handedIn('first'), actions.handedIn('second')).handIn).toBe('first');
  });

  it('has nothing left to send once the server has the ballot', () => {
    const state = after(
      actions.opened(served),
      actions.handedIn('first'),
      actions.opened({ ...served, state: 'handed-in', handedInAt: '2026-03-05T18:00:00Z' }),
    );
    expect(state).toMatchObject({ handIn: null, queue: [], line: 'saved' });
  });

  it('knows which samples are still to place', () => {
    expect(unplaced(after(actions.opened(served), actions.ranked([['907']])))).toEqual(['482', '615']);
  });
});
