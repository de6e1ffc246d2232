import { MOST_TELLERS, PAUSE_SECONDS } from './limits';
import type { Records } from './records';
import type { BallotItem, Range, Service, Tasting } from './schema';

/** What came to how samples are served after the first plans were locked, as plans of before have it. */
export const LATER_SERVICE = {
  presentation: 'sequential',
  pauseAfter: 0,
  pauseSeconds: PAUSE_SECONDS,
  practice: false,
  waitsForTray: false,
  goingBack: true,
  ownOrders: 'none',
  language: 'en',
} as const satisfies Partial<Service>;

/** The later fields that say something else than plans of before: all that digests and fingerprints need of them. */
export const laterOf = (service: Service): Partial<Service> =>
  Object.fromEntries(
    Object.entries(LATER_SERVICE).flatMap(([name, before]) => {
      const value = service[name as keyof Service];
      return value === before ? [] : [[name, value]];
    }),
  );

/** What a tasting is before anyone has decided anything: a complete ranking, as most are. */
export function defaultTasting(): Omit<Tasting, 'title' | 'createdAt'> {
  return {
    question: '',
    ballotTitle: '',
    decision: { kind: 'liked-best', attribute: '', margin: 1, marginWords: '', mostTellers: MOST_TELLERS },
    test: 'ranking',
    product: 'other',
    methods: [],
    constants: [],
    bundled: [],
    ingredients: [],
    lots: [],
    halves: false,
    zones: [],
    panel: [],
    ballot: { items: [likingItem('liking'), rankingItem('ranking'), commentItem('comment')] },
    service: {
      together: 6,
      sittings: 1,
      replicates: 1,
      seatsPerFlight: 12,
      warmUp: false,
      rinseSeconds: 45,
      ...LATER_SERVICE,
      ownOrders: 'words',
      secondsPerSample: 120,
      codes: 'shared',
    },
    quantities: { portionGrams: 30, pieceGrams: 500, usable: 0.9, cookLoss: 0.2, spare: 0.1, costPerKilogram: 0 },
    assumed: {
      difference: 1,
      discriminators: 0.3,
      disagreement: 1,
      noise: 1,
      pieceSpread: 0.3,
      firstEdge: 0,
      noShows: 0,
    },
    piecesPerMethod: 1,
    takenAlike: '',
    alpha: 0.05,
  };
}

const plain = { attribute: '', definition: '', low: '', high: '', options: [], ties: false };

const likingItem = (id: string): BallotItem => ({ ...plain, id, kind: 'liking', ask: 'How much do you like it?' });
const rankingItem = (id: string): BallotItem => ({
  ...plain,
  id,
  kind: 'ranking',
  ask: 'Put the samples in order, the one you like most first.',
  low: 'Least liked',
  high: 'Most liked',
});
const commentItem = (id: string): BallotItem => ({ ...plain, id, kind: 'comment', ask: 'Anything you want to say?' });

/** The records of a day on which nothing was written down yet. */
/** Nothing known yet of what is cooked on. */
export const noRange = (): Range => ({ equipment: [], cooks: [], served: [] });

export const noRecords = (): Records => ({ caveats: [], kitchen: [], service: [], amendments: [] });
