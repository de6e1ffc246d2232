import { neutralQuestion } from '@jacana/core/library';
import type { AnswerInput, BallotView } from '../../src/client/api.generated';

/** A ballot as the server opens it: liking, then a ranking. */
export const servedBallot = (codes: string[], change: Partial<BallotView> = {}): BallotView => ({
  state: 'open',
  title: 'Blind tasting',
  name: 'Ada',
  seat: 1,
  sitting: 1,
  sittings: 1,
  warmUp: null,
  sets: [{ codes }],
  items: [
    neutralQuestion('liking', 'liking'),
    neutralQuestion('ranking', 'ranking'),
    neutralQuestion('comment', 'comment'),
  ],
  presentation: 'sequential',
  rinseSeconds: 0,
  pauseAfter: 0,
  pauseSeconds: 180,
  practice: false,
  waitsForTray: false,
  isTrayOut: true,
  goingBack: true,
  language: 'en',
  contains: [],
  answers: [],
  handedInAt: null,
  mark: '',
  isAsRemembered: true,
  guess: null,
  ...change,
});

export const liked = (id: string, code: string, score: number): AnswerInput => ({
  ...{ id, kind: 'score', item: 'liking', code, score },
});
