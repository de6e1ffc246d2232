/** What scheme 2 reads of a locked tasting. */
interface Scheme2 {
  tasting: {
    methods: readonly { id: string; name: string; reference: boolean }[];
    panel: readonly { id: string; seat: number }[];
    decision: { kind: string; attribute: string; margin: number; marginWords: string };
    test: string;
    ballot: { items: readonly Item[] };
    service: Service;
    lots: readonly Named[];
    halves: boolean;
    zones: readonly Named[];
    bundled: readonly { id: string; method: string; text: string }[];
    piecesPerMethod: number;
  };
  plan: { lockedAt: string; engine: string; alpha: number; analysis: string; servings: readonly Serving[] };
  pieces: readonly { tag: string; method: string; lot: string | null; block: number }[];
  key: {
    seed: string;
    salt: string;
    codes: object;
    portions: readonly { panelist: string; sitting: number; tags: readonly string[] }[];
  };
}

interface Named {
  id: string;
  name: string;
}

interface Item {
  id: string;
  kind: string;
  ask: string;
  attribute: string;
  definition: string;
  low: string;
  high: string;
  options: readonly { text: string; weight: number }[];
  ties: boolean;
}

interface Service {
  together: number;
  sittings: number;
  replicates: number;
  seatsPerFlight: number;
  warmUp: boolean;
  rinseSeconds: number;
  secondsPerSample: number;
  codes: string;
}

interface Serving {
  panelist: string;
  sitting: number;
  warmUp: string | null;
  sets: readonly { zone: string | null; codes: readonly string[] }[];
}

/**
 * What the fingerprint of plans locked with scheme 2 covers: the fields that bundles of
 * version 2 had, one by one, so that what was printed then comes out whatever is added later.
 */
export function contentOfScheme2({ tasting, plan, pieces, key }: Scheme2): object {
  const { decision, ballot, service } = tasting;
  return {
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference })),
    panel: tasting.panel.map(({ id, seat }) => ({ id, seat })),
    decision: {
      kind: decision.kind,
      attribute: decision.attribute,
      margin: decision.margin,
      marginWords: decision.marginWords,
    },
    test: tasting.test,
    ballot: { items: ballot.items.map(itemOf) },
    service: serviceOf(service),
    lots: tasting.lots.map(({ id, name }) => ({ id, name })),
    halves: tasting.halves,
    zones: tasting.zones.map(({ id, name }) => ({ id, name })),
    bundled: tasting.bundled.map(({ id, method, text }) => ({ id, method, text })),
    piecesPerMethod: tasting.piecesPerMethod,
    plan: {
      lockedAt: plan.lockedAt,
      engine: plan.engine,
      alpha: plan.alpha,
      analysis: plan.analysis,
      servings: plan.servings.map(servingOf),
    },
    pieces: pieces.map(({ tag, method, lot, block }) => ({ tag, method, lot, block })),
    key: {
      seed: key.seed,
      salt: key.salt,
      codes: key.codes,
      portions: key.portions.map(({ panelist, sitting, tags }) => ({ panelist, sitting, tags })),
    },
  };
}

const itemOf = ({ id, kind, ask, attribute, definition, low, high, options, ties }: Item): Item => ({
  ...{ id, kind, ask, attribute, definition, low, high, ties },
  options: options.map(({ text, weight }) => ({ text, weight })),
});

const serviceOf = (service: Service): Service => ({
  together: service.together,
  sittings: service.sittings,
  replicates: service.replicates,
  seatsPerFlight: service.seatsPerFlight,
  warmUp: service.warmUp,
  rinseSeconds: service.rinseSeconds,
  secondsPerSample: service.secondsPerSample,
  codes: service.codes,
});

const servingOf = ({ panelist, sitting, warmUp, sets }: Serving): Serving => ({
  ...{ panelist, sitting, warmUp },
  sets: sets.map(({ zone, codes }) => ({ zone, codes })),
});
