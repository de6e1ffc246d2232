import { neutralQuestion } from '@jacana/core/library';
import {
  actions,
  ballotReducer,
  firstOpenStep,
  forgotten,
  fresh,
  handedOver,
  placeOf,
  type BallotState,
  stepAfter,
  stepBefore,
} from '../src/ballot/state';
import { onwardKey, stepsOf, whereText } from '../src/ballot/steps';
import { say } from '../src/words/words';
import { liked, servedBallot } from './support/ballot';

const served = servedBallot(['482', '907', '615']);
const after = (...done: Parameters<typeof ballotReducer>[1][]): BallotState => done.reduce(ballotReducer, fresh);
const likingOf = (state: BallotState, code: string) =>
  state.given[placeOf({ kind: 'score', item: 'liking', code })]?.score;

describe('the ballot on a device', () => {
  it('sends only the last of several scores for one sample, and nothing that only repeats it', () => {
    const state = after(
      actions.opened(served),
      actions.answered(liked('one', '482', 3)),
      actions.answered(liked('two', '482', 8)),
    );
    expect(state.queue).toEqual([liked('two', '482', 8)]);
    const sent = ballotReducer(state, actions.acknowledged(['two']));
    expect(sent.queue).toEqual([]);
    expect(ballotReducer(sent, actions.answered(liked('three', '482', 8))).queue).toEqual([]);
  });

  it('keeps the mark of the records that it is told, to be held against them later', () => {
    const state = after(actions.opened({ ...served, mark: 'aaaa' }), actions.markTold('bbbb'));
    expect(state.ballot?.mark).toBe('bbbb');
    expect(after(actions.markTold('bbbb')).ballot).toBeNull();
  });

  it('forgets a ballot that is in, but for that and its mark; not what is still on its way', () => {
    const answered = after(
      actions.opened({ ...served, mark: 'aaaa' }),
      actions.answered(liked('one', '482', 8)),
      actions.answered(liked('two', '907', 3)),
    );
    expect(forgotten(answered)).toBe(answered);
    const handedIn = {
      ...served,
      state: 'handed-in' as const,
      mark: 'cccc',
      answers: [liked('one', '482', 8)] as never,
    };
    const kept = forgotten(ballotReducer(answered, actions.opened(handedIn)));
    expect(kept.ballot).toMatchObject({ state: 'handed-in', mark: 'cccc', seat: 1, answers: [], sets: [], items: [] });
    expect([kept.given, kept.queue]).toEqual([{}, []]);
    for (const trace of ['482', '907', 'liking']) expect(JSON.stringify(kept)).not.toContain(trace);
    const guessing = { ...ballotReducer(answered, actions.opened(handedIn)), guess: { id: 'guess' } };
    expect(forgotten(guessing)).toBe(guessing);
  });

  it('keeps what this device still has to send over what the server says', () => {
    const state = after(
      actions.opened(served),
      actions.answered(liked('one', '482', 8)),
      actions.opened({ ...served, answers: [liked('x', '482', 3), liked('y', '907', 5)] }),
    );
    expect([likingOf(state, '482'), likingOf(state, '907')]).toEqual([8, 5]);
    expect(state.queue).toHaveLength(1);
  });

  it('is read from the beginning again when what is in the samples was put right', () => {
    const agreed = { id: 'agreed', kind: 'agreed' as const, contains: ['Salt'] };
    const under = after(
      actions.opened({ ...served, contains: ['Salt'] }),
      actions.answered(agreed),
      actions.stepped(3),
      actions.opened({ ...served, contains: ['Salt'] }),
    );
    expect(under.step).toBe(3);
    expect(ballotReducer(under, actions.opened({ ...served, contains: ['Milk', 'Salt'] })).step).toBe(0);
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

  it('begins the next sitting with nothing answered', () => {
    const state = after(
      actions.opened(served),
      actions.answered(liked('one', '482', 8)),
      actions.stepped(3),
      actions.opened(servedBallot(['234', '759'], { sitting: 2 })),
    );
    expect(state).toMatchObject({ given: {}, queue: [], step: 0, ballot: { sitting: 2 } });
  });

  it('hands over everything, comments trimmed and empty ones left out', () => {
    const comment = (id: string, text: string) => ({ id, kind: 'comment' as const, item: 'comment', text });
    const base = [actions.opened(served), actions.answered(liked('one', '482', 8))] as const;
    expect(handedOver(after(...base, actions.commented(comment('c', '  '))))).toEqual([liked('one', '482', 8)]);
    expect(handedOver(after(...base, actions.commented(comment('c', ' dry '))))[1]).toEqual(comment('c', 'dry'));
  });
});

describe('the screens of a ballot', () => {
  const at = (ballot: typeof served) => stepsOf(ballot).map((step) => step.at);

  it('ask about each sample, then compare them', () => {
    expect(at(served)).toEqual(['welcome', 'sample', 'sample', 'sample', 'set', 'check']);
    const steps = stepsOf(served);
    expect(steps.map((step) => whereText(step, served, say))).toEqual([
      'Seat 1',
      'Sample 1 of 3',
      'Sample 2 of 3',
      'Sample 3 of 3',
      'Last question',
      'Last look',
    ]);
    expect(
      steps
        .slice(0, -1)
        .map((step, number) => say(onwardKey(step, steps[number + 1])))
        .slice(1),
    ).toEqual(['Next sample', 'Next sample', 'To the last question', 'Go on']);
  });

  it('put a triangle side by side at once, set after set, after a warm-up', () => {
    const triangle = servedBallot([], {
      warmUp: '333',
      sets: [{ codes: ['482', '907', '615'] }, { codes: ['234', '759', '368'] }],
      items: [neutralQuestion('t', 'triangle')],
      sittings: 2,
    });
    expect(at(triangle)).toEqual(['welcome', 'warm-up', 'set', 'set', 'check']);
    expect(whereText(stepsOf(triangle)[3], triangle, say)).toBe('Set 2 of 2');
    expect(whereText({ at: 'welcome' }, triangle, say)).toBe('Seat 1, sitting 1 of 2');
  });

  it('have a pause before whatever is tasted after something else was', () => {
    const rinsed = servedBallot(['482', '907', '615'], { rinseSeconds: 30 });
    expect(at(rinsed)).toEqual(['welcome', 'sample', 'rinse', 'sample', 'rinse', 'sample', 'set', 'check']);
    const sets = [{ codes: ['482', '907', '615'] }, { codes: ['234', '759', '368'] }];
    const items = [neutralQuestion('t', 'triangle')];
    const triangle = servedBallot([], { warmUp: '333', sets, items, rinseSeconds: 30 });
    expect(at(triangle)).toEqual(['welcome', 'warm-up', 'rinse', 'set', 'rinse', 'set', 'check']);
    expect(stepsOf(triangle)[4]).toEqual({ at: 'rinse', code: '234', pause: { seconds: 30, isLong: false } });
  });

  it('ask question by question where samples stand side by side, and pause only between sets', () => {
    const items = [neutralQuestion('a', 'line'), neutralQuestion('b', 'just-right'), neutralQuestion('r', 'ranking')];
    const sets = [{ codes: ['482', '907'] }, { codes: ['615', '234'] }];
    const beside = servedBallot([], { sets, items, rinseSeconds: 30, presentation: 'side-by-side' });
    const asked = stepsOf(beside).map((step) =>
      step.at === 'sample' ? `${step.item?.id} ${step.code}` : step.at === 'rinse' ? `rinse ${step.code}` : step.at,
    );
    expect(asked).toEqual([
      ...['welcome', 'a 482', 'a 907', 'b 482', 'b 907', 'set'],
      ...['rinse 615', 'a 615', 'a 234', 'b 615', 'b 234', 'set', 'check'],
    ]);
    // Nobody goes back to another set, but within one everything may be changed.
    const backs = stepsOf(beside).map((_, step) => stepBefore({ ...beside, goingBack: false }, step, {}));
    expect(backs).toEqual([null, 0, 1, 2, 3, 4, null, null, 7, 8, 9, 10, 11]);
    // An order alone needs no screen for each sample.
    expect(at(servedBallot(['482', '907'], { items: [items[2]], presentation: 'side-by-side' }))).toEqual([
      ...['welcome', 'set', 'check'],
    ]);
    // What was not tasted is asked about once.
    const untasted = { 'untasted  482': { id: 'u', kind: 'untasted' as const, code: '482', because: 'no' } };
    expect(stepAfter(beside, 2, untasted)).toBe(4);
  });

  it('pause longer after every so many samples', () => {
    const long = servedBallot(['482', '907', '615'], { rinseSeconds: 30, pauseAfter: 2, pauseSeconds: 300 });
    const pauses = stepsOf(long).flatMap((step) => (step.at === 'rinse' ? step.pause.seconds : []));
    expect(pauses).toEqual([30, 300]);
    expect(stepsOf(long).map((step) => whereText(step, long, (key) => key))[4]).toBe('at-pause');
  });

  it('try each kind of scale once on the warm-up', () => {
    const items = [neutralQuestion('a', 'line'), neutralQuestion('b', 'line'), neutralQuestion('c', 'just-right')];
    const warm = servedBallot(['482', '907'], { warmUp: '333', items, practice: true });
    const first = stepsOf(warm).slice(0, 5);
    expect(first.map((step) => (step.at === 'warm-up' ? (step.item?.id ?? 'taste') : step.at))).toEqual([
      ...['welcome', 'taste', 'a', 'c', 'sample'],
    ]);
    expect(at({ ...warm, practice: false })).toHaveLength(stepsOf(warm).length - 2);
  });

  it('wait for the tray until it is there, or said to be', () => {
    const waits = servedBallot(['482', '907'], { waitsForTray: true, isTrayOut: false });
    expect(at(waits).slice(0, 3)).toEqual(['welcome', 'tray', 'sample']);
    expect(firstOpenStep(waits, {})).toBe(1);
    expect(firstOpenStep({ ...waits, isTrayOut: true }, {})).toBe(2);
    const said = after(actions.opened(waits), actions.answered({ id: 'here', kind: 'arrived' }));
    expect(firstOpenStep(waits, said.given)).toBe(2);
    expect(after(actions.opened(waits), actions.trayIsOut()).ballot?.isTrayOut).toBe(true);
    expect(stepBefore(waits, 2, {})).toBe(0);
    // Tapped as put down by mistake, and taken back: whoever has begun is not sent to wait again.
    const begun = after(actions.opened(waits), actions.answered(liked('one', '482', 8)));
    expect(firstOpenStep(waits, begun.given)).toBe(3);
  });

  const rinse = (code: string, seconds: number | null) => ({ id: `r-${code}`, kind: 'rinse' as const, code, seconds });

  it('pass a pause that is over, and wait at one that is not', () => {
    const rinsed = servedBallot(['482', '907'], { rinseSeconds: 30 });
    const before = after(actions.opened(rinsed), actions.answered(liked('one', '482', 8)));
    expect(firstOpenStep(rinsed, before.given)).toBe(2);
    expect(stepAfter(rinsed, 1, before.given)).toBe(2);
    const running = after(actions.opened(rinsed), actions.answered(rinse('907', null)));
    expect(stepAfter(rinsed, 1, running.given)).toBe(2);
    const over = after(
      actions.opened(rinsed),
      actions.answered(rinse('907', null)),
      actions.answered(rinse('907', 31)),
    );
    expect(stepAfter(rinsed, 1, over.given)).toBe(3);
    // Answered on another device: it was rinsed there.
    const elsewhere = after(actions.opened(rinsed), actions.answered(liked('two', '907', 5)));
    expect(stepAfter(rinsed, 1, elsewhere.given)).toBe(3);
  });

  it('go back past pauses; or, where nobody goes back, only within a sample, and to the last comparison', () => {
    const items = [neutralQuestion('a', 'line'), neutralQuestion('b', 'line'), neutralQuestion('r', 'ranking')];
    const free = servedBallot(['482', '907'], { rinseSeconds: 30, items });
    expect(at(free)).toEqual(['welcome', 'sample', 'sample', 'rinse', 'sample', 'sample', 'set', 'check']);
    const backs = (ballot: typeof free) => stepsOf(ballot).map((_, step) => stepBefore(ballot, step, {}));
    expect(backs(free)).toEqual([null, 0, 1, 2, 2, 4, 5, 6]);
    expect(backs({ ...free, goingBack: false })).toEqual([null, 0, 1, null, null, 4, null, 6]);
  });

  it('ask several questions about one sample before the next', () => {
    const two = servedBallot(['482', '907'], {
      items: [neutralQuestion('a', 'line'), neutralQuestion('b', 'just-right')],
    });
    expect(at(two)).toEqual(['welcome', 'sample', 'sample', 'sample', 'sample', 'check']);
    const [, first, second] = stepsOf(two);
    expect(say(onwardKey(first, second))).toBe('Next question');
  });

  it('go on where something is still to be answered', () => {
    expect(firstOpenStep(served, {})).toBe(1);
    const { given } = after(actions.opened(served), actions.answered(liked('one', '482', 8)));
    expect(firstOpenStep(served, given)).toBe(2);
  });
});
