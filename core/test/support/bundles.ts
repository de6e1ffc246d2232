import {
  type CaveatEntry,
  bundleSchema,
  defaultTasting,
  noRange,
  noRecords,
  type Tasting,
  type TastingBundle,
} from '../../src/bundle';
import { lockPlan } from '../../src/design';
import { usualBallot } from '../../src/library';
import { randomStream } from '../../src/numeric';
import { simulateBallots, type SimulatedTruth } from '../../src/simulate';

export interface Wanted {
  methods?: number;
  panelists?: number;
  liking?: boolean;
  ties?: boolean;
  pieces?: number;
  /** True liking per method; default all 6. */
  truth?: number[];
  sealed?: boolean;
  seed?: string;
  /** Anything else about the tasting. */
  tasting?: Partial<Tasting>;
  world?: Partial<SimulatedTruth>;
}

export const AT = '2026-03-05T18:00:00.000Z';

/** A tasting that can be locked. */
export function simpleTasting({
  methods = 3,
  panelists = 12,
  liking = false,
  ties = false,
  pieces = 3,
  tasting = {},
}: Wanted = {}): Tasting {
  const defaults = defaultTasting();
  const items = usualBallot(tasting.test ?? 'ranking', '');
  return {
    ...defaults,
    ...(tasting.test === 'equivalence' && { decision: { ...defaults.decision, kind: 'similar' as const } }),
    title: 'Carrots',
    question: 'Which carrots are liked best?',
    methods: Array.from({ length: methods }, (_, m) => ({
      id: `m${m}`,
      name: `Method ${m}`,
      note: '',
      steps: '',
      chain: [],
      equipment: '',
      reference: m === 0,
    })),
    panel: Array.from({ length: panelists }, (_, p) => ({
      id: `p${p}`,
      seat: p + 1,
      name: `Panelist ${p + 1}`,
    })),
    ballot: {
      items: items
        .filter((item) => liking || item.kind !== 'liking' || tasting.test !== undefined)
        .map((item) => (item.kind === 'ranking' ? { ...item, ties } : item)),
    },
    service: { ...defaults.service, together: Math.min(12, Math.max(2, methods)) },
    quantities: { ...defaults.quantities, pieceGrams: 50_000 },
    piecesPerMethod: pieces,
    createdAt: AT,
    ...tasting,
  };
}

/** A caveat as it is noted. */
export const noted = (id: string, text: string, about?: { pieces: string[]; panelists: string[] }): CaveatEntry => ({
  ...{ id, at: AT, storedAt: '2026-03-05T17:00:00.000Z', by: 'Marek' },
  body: { kind: 'noted', text, ...(about && { about }) },
});

/** A panelist who knew. */
export const notBlind = (panelist: string, because = 'Helped to cook'): CaveatEntry => ({
  ...{ id: `mark-${panelist}`, at: AT, storedAt: '2026-03-05T17:00:00.000Z', by: 'Ines' },
  body: { kind: 'not-blind', panelist, because },
});

/** A tasting that was planned, served to a simulated panel, closed and (unless sealed) unsealed. */
export function simulatedBundle(wanted: Wanted = {}): TastingBundle {
  const { truth, sealed = false, seed = 'test' } = wanted;
  const tasting = simpleTasting(wanted);
  const locked = lockPlan(tasting, { seed, salt: '0123456789abcdef', lockedAt: AT });
  const liking = truth ?? tasting.methods.map(() => 6);
  const world = { liking, disagreement: 0.6, noise: 0.6, ...wanted.world };
  return bundleSchema.parse({
    format: 'jacana-tasting',
    version: 3,
    tasting,
    plan: locked.plan,
    pieces: locked.pieces,
    key: sealed ? null : locked.key,
    seal: { closedAt: AT, unsealedAt: sealed ? null : AT, unsealedBy: sealed ? null : 'Ines' },
    ballots: simulateBallots({ tasting, ...locked }, world, randomStream(seed, 'panel'), AT),
    range: noRange(),
    records: noRecords(),
  });
}
