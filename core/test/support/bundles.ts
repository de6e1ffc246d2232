import { bundleSchema, type Answer, type TastingBundle } from '../../src/bundle';
import { lockPlan } from '../../src/design';
import { randomStream } from '../../src/numeric';
import { simulatePanelist } from '../../src/simulate';

export interface Wanted {
  methods?: number;
  panelists?: number;
  liking?: boolean;
  ties?: boolean;
  pieces?: number;
  /** True liking per method; default all 6. */
  truth?: number[];
  sealed?: boolean;
}

/** A tasting that was planned, served to a simulated panel, closed and (unless sealed) unsealed. */
export function simulatedBundle({
  methods = 3,
  panelists = 12,
  liking = false,
  ties = false,
  pieces = 3,
  truth,
  sealed = false,
}: Wanted = {}): TastingBundle {
  const at = '2026-03-05T18:00:00.000Z';
  const tasting = {
    title: 'Carrots',
    question: 'Which carrots are liked best?',
    ballotTitle: '',
    methods: Array.from({ length: methods }, (_, m) => ({
      id: `m${m}`,
      name: `Method ${m}`,
      note: '',
      reference: m === 0,
    })),
    panel: Array.from({ length: panelists }, (_, p) => ({
      id: `p${p}`,
      seat: p + 1,
      name: `Taster ${p + 1}`,
      blind: true,
      notBlindBecause: '',
    })),
    ballot: { liking, ties },
    piecesPerMethod: pieces,
    alpha: 0.05,
    createdAt: at,
  };
  const locked = lockPlan(tasting, { seed: 'test', salt: '0123456789abcdef', lockedAt: at });
  const random = randomStream('test', 'panel');
  const world = { liking: truth ?? new Array<number>(methods).fill(6), disagreement: 0.6, noise: 0.6 };
  const codeOf = new Map(Object.entries(locked.key.codes).map(([code, method]) => [method, code]));
  const ballots = tasting.panel.map((panelist, number) => {
    const { scores, ranking } = simulatePanelist(world, ties, random);
    const code = (sample: number): string => codeOf.get(`m${sample}`) as string;
    const base = { at, by: 'panelist', reason: '' };
    const answers: Answer[] = [
      ...(liking
        ? scores.map((score, sample) => ({
            ...base,
            id: `l${number}-${sample}`,
            kind: 'liking' as const,
            code: code(sample),
            score,
          }))
        : []),
      { ...base, id: `r${number}`, kind: 'ranking' as const, ranking: ranking.map((group) => group.map(code)) },
    ];
    return { panelist: panelist.id, openedAt: at, handedInAt: at, answers };
  });
  const seal = { closedAt: at, unsealedAt: sealed ? null : at, unsealedBy: sealed ? null : 'Ines' };
  return bundleSchema.parse({
    format: 'jacana-tasting',
    version: 1,
    tasting,
    plan: locked.plan,
    pieces: locked.pieces,
    key: sealed ? null : locked.key,
    seal,
    ballots,
    caveats: [],
  });
}
