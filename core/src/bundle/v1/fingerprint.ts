/** What scheme 1 reads of a locked tasting. */
interface Scheme1 {
  tasting: {
    methods: readonly { id: string; name: string; reference: boolean }[];
    panel: readonly { id: string; seat: number }[];
    ballot: { items: readonly { kind: string; ties: boolean }[] };
    piecesPerMethod: number;
  };
  plan: {
    lockedAt: string;
    engine: string;
    alpha: number;
    analysis: string;
    servings: readonly { panelist: string; sets: readonly { codes: readonly string[] }[] }[];
  };
  pieces: readonly { tag: string; method: string }[];
  key: {
    seed: string;
    salt: string;
    codes: object;
    portions: readonly { panelist: string; tags: readonly string[] }[];
  };
}

/** What the fingerprint covered when all tastings were complete rankings: what was printed then must still come out. */
export function contentOfScheme1({ tasting, plan, pieces, key }: Scheme1): object {
  const { lockedAt, engine, alpha, analysis, servings } = plan;
  const { items } = tasting.ballot;
  return {
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference })),
    panel: tasting.panel.map(({ id, seat }) => ({ id, seat })),
    ballot: {
      liking: items.some((item) => item.kind === 'liking'),
      ties: items.some((item) => item.kind === 'ranking' && item.ties),
    },
    piecesPerMethod: tasting.piecesPerMethod,
    plan: {
      ...{ lockedAt, engine, alpha, analysis },
      servings: servings.map(({ panelist, sets }) => ({ panelist, codes: sets.flatMap(({ codes }) => codes) })),
    },
    pieces: pieces.map(({ tag, method }) => ({ tag, method })),
    key: {
      ...{ seed: key.seed, salt: key.salt, codes: key.codes },
      portions: key.portions.map(({ panelist, tags }) => ({ panelist, tags })),
    },
  };
}
