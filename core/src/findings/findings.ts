import { countedCodes, fingerprint, type Key, type Plan, type TastingBundle, type Test } from '../bundle';
import { ledgerOf, type Caveat } from '../caveats';
import { orderBalance } from '../design';
import { ENGINE } from '../engine';
import {
  meanInterval,
  rankSumsAgainst,
  type AgainstReference,
  type FriedmanResult,
  type MeanWithInterval,
  type NoTest,
  type RankSumPair,
} from '../inference';
import { likingFinding, type LikingFinding } from './liking';
import { limits, type Limit } from './limits';
import { nextStep, plannedNextStep, type NextStep } from './nextStep';
import { plannedAnswer, type LeftOut, type Planned } from './planned';
import { practicalPick, type PracticalPick } from './practical';
import { isRankedByAll, readPreferences, type Taster } from './preferences';
import { plannedSensitivity, sensitivity, type Sensitivity } from './sensitivity';
import { tastedServings } from './servings';
import { strengthFinding, type StrengthFinding } from './strength';
import { panelFinding, type PanelFinding } from './tasters';
import { decide, type Verdict, type VerdictKind } from './verdict';
import { zoneAnswers, type ZoneAnswer } from './zones';
import { counted, howOften, verdictSentence } from './wording';

/** One method in the findings. */
export interface MethodFinding {
  id: string;
  name: string;
  code: string;
  /** All of them, where there are several. */
  codes: string[];
  reference: boolean;
  /** Sum of ranks, lower is better; null when nobody ranked. */
  rankSum: number | null;
  /** Interval for the rank sum that people like these would give, from Student's t. */
  rankSumInterval: [number, number] | null;
  letters: string;
  /** Mean liking, 1 to 9; null when it was not asked or nobody answered. */
  liking: MeanWithInterval | null;
}

/** A pair of methods compared, by method id. */
export type PairFinding = Omit<RankSumPair, 'a' | 'b'> & { a: string; b: string; differ: boolean };

/** What all findings say, whatever was planned. */
export interface FindingsBase {
  engine: string;
  title: string;
  question: string;
  test: Test;
  verdict: { kind: VerdictKind; leaders: string[]; sentence: string; support: string };
  alpha: number;
  leftOut: LeftOut[];
  piecesPerMethod: number;
  sensitivity: Sensitivity[];
  /** Each zone by itself, looked at after unsealing; none where pieces were judged as one. */
  zones: ZoneAnswer[];
  limits: Limit[];
  caveats: Caveat[];
  fingerprint: { stated: string; computed: string; matches: boolean };
  next: NextStep;
}

/** The computed answer of a complete ranking. */
export interface RankingFindings extends FindingsBase {
  kind: 'ranking';
  methods: MethodFinding[];
  tasters: Taster[];
  overall: FriedmanResult | NoTest;
  pairs: PairFinding[];
  /** Others against the reference by rank sums, simultaneously; empty without a reference. */
  against: (Omit<AgainstReference, 'sample'> & { method: string })[];
  strength: StrengthFinding | NoTest;
  liking: LikingFinding | null;
  panel: PanelFinding;
  practical: PracticalPick | null;
  orders: { positionImbalance: number; carryOverImbalance: number };
}

/** One method in the findings of another test than a complete ranking. */
export interface PlannedMethod {
  id: string;
  name: string;
  reference: boolean;
  /** Its blind codes, of all sittings and sets. */
  codes: string[];
}

/** The computed answer of any other planned test. */
export interface PlannedFindings extends FindingsBase {
  kind: 'planned';
  methods: PlannedMethod[];
  planned: Planned;
  /** People who count. */
  people: number;
}

/** The computed answer of a tasting. A pure function of bundle, plan and seed. */
export type Findings = RankingFindings | PlannedFindings;

/** Why there are no findings: said in place of them. */
export class NotUnsealed extends Error {
  constructor(missing: 'plan' | 'key') {
    super(
      missing === 'plan'
        ? 'This tasting has no locked plan, so there is nothing to find yet.'
        : 'This tasting is sealed: its bundle carries no key, so codes cannot be read as methods. Unseal it in Jacana and export it again.',
    );
  }
}

/**
 * Turns a tasting bundle with its locked plan and key into findings.
 *
 * @param onProgress told the finished fraction, 0 to 1, of the planned analysis
 * @throws NotUnsealed when the bundle has no plan, or is still sealed
 */
export function findings(bundle: TastingBundle, onProgress?: (fraction: number) => void): Findings {
  const { plan, key, seal } = bundle;
  if (!plan) throw new NotUnsealed('plan');
  if (!key || !seal.unsealedAt) throw new NotUnsealed('key');

  return isRankedByAll(plan) ? rankingFindings(bundle, plan, key, onProgress) : plannedFindings(bundle, plan, key);
}

/**
 * Only the verdict of the planned analysis, with p-values from their limits: for the many
 * panels of a rehearsal.
 */
export function plannedVerdict(bundle: TastingBundle, key: Key): { kind: VerdictKind; leaders: readonly number[] } {
  if (!bundle.plan || !isRankedByAll(bundle.plan)) return plannedAnswer(bundle, key, { limitOnly: true });
  const rows = readPreferences(bundle, key).tasters.map((taster) => taster.ranks);
  return decide(rows, { alpha: bundle.plan.alpha, seed: key.seed, limitOnly: true });
}

function plannedFindings(bundle: TastingBundle, plan: Plan, key: Key): PlannedFindings {
  const { tasting } = bundle;
  const { caveats, notBlind } = ledgerOf(bundle);
  const seeing = new Set(notBlind.map(({ panelist }) => panelist));
  const { planned, kind, leaders, sentence, support: rests, leftOut, tasters } = plannedAnswer(bundle, key);
  const came = new Set(bundle.ballots.filter((ballot) => ballot.handedInAt).map((ballot) => ballot.panelist));
  return {
    kind: 'planned',
    ...{ engine: ENGINE, title: tasting.title, question: tasting.question, test: tasting.test, alpha: plan.alpha },
    verdict: { kind, leaders: leaders.map((method) => tasting.methods[method].id), sentence, support: rests },
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference, codes: codesOf(id, plan, key) })),
    ...{ planned, people: tasters, leftOut, caveats, piecesPerMethod: tasting.piecesPerMethod },
    sensitivity: plannedSensitivity(bundle, key, { kind, leaders }),
    zones: zoneAnswers(bundle, key),
    limits: limits({
      bundle,
      tasters: tasting.panel.filter(({ id }) => came.has(id)).map(({ id, seat }) => ({ seat, blind: !seeing.has(id) })),
      leftOut,
      kind,
    }),
    fingerprint: checkFingerprint(bundle, plan, key),
    next: plannedNextStep(kind, tasting),
  };
}

function rankingFindings(
  bundle: TastingBundle,
  plan: Plan,
  key: Key,
  onProgress?: (fraction: number) => void,
): RankingFindings {
  const { tasting } = bundle;
  const { tasters, leftOut } = readPreferences(bundle, key);
  const rows = tasters.map((taster) => taster.ranks);
  const rules = { alpha: plan.alpha, seed: key.seed };
  const verdict = decide(rows, { ...rules, onProgress });
  const names = tasting.methods.map((method) => method.name);
  const ids = tasting.methods.map((method) => method.id);
  const servings = tastedServings(bundle, key, tasters);
  const reference = tasting.methods.find((method) => method.reference)?.id;
  const liking = likingFinding(servings, { status: 'explored', methods: ids, reference, ...rules });
  return {
    kind: 'ranking',
    engine: ENGINE,
    title: tasting.title,
    question: tasting.question,
    test: tasting.test,
    verdict: {
      kind: verdict.kind,
      leaders: verdict.leaders.map((method) => ids[method]),
      sentence: verdictSentence(verdict, names),
      support: support(verdict, tasters.length, tasting.piecesPerMethod),
    },
    alpha: plan.alpha,
    methods: methodFindings(bundle, key, tasters, verdict, plan.alpha),
    tasters,
    leftOut,
    piecesPerMethod: tasting.piecesPerMethod,
    overall: verdict.overall,
    pairs: pairFindings(verdict, ids, plan.alpha),
    against: againstReference(verdict, rows, ids, reference),
    strength: strengthFinding(tasters, ids.length, rules),
    liking,
    panel: panelFinding(tasters, servings, rules),
    practical: practicalPick(tasting.methods, liking, plan.alpha),
    sensitivity: sensitivity({ tasters, bundle, key, planned: verdict, names, rules }),
    zones: zoneAnswers(bundle, key),
    limits: limits({ bundle, tasters, leftOut, kind: verdict.kind }),
    caveats: ledgerOf(bundle).caveats,
    orders: tastedBalance(tasters, ids),
    fingerprint: checkFingerprint(bundle, plan, key),
    next: nextStep(verdict, tasters, names, plan.alpha),
  };
}

function methodFindings(
  { tasting, plan }: TastingBundle,
  key: Key,
  tasters: Taster[],
  verdict: Verdict,
  alpha: number,
): MethodFinding[] {
  const samples = tasting.methods.length;
  return tasting.methods.map((method, at) => {
    const ranks = tasters.map((taster) => taster.ranks[at]);
    const scores = tasters.flatMap((taster) => taster.liking[at] ?? []);
    const mean = ranks.length > 0 ? meanInterval(ranks, alpha, [1, samples]) : null;
    const codes = plan ? codesOf(method.id, plan, key) : [];
    const asSum = mean?.interval?.map((bound) => bound * ranks.length) as [number, number] | undefined;
    return {
      id: method.id,
      name: method.name,
      // A code stands for its method only where the method has no other.
      code: codes.length === 1 ? codes[0] : '',
      codes,
      reference: method.reference,
      rankSum: mean ? ranks.reduce((total, rank) => total + rank, 0) : null,
      rankSumInterval: asSum ?? null,
      letters: verdict.kind === 'winner' || verdict.kind === 'leading-set' ? verdict.letters[at] : '',
      liking: scores.length > 0 ? meanInterval(scores, alpha, [1, 9]) : null,
    };
  });
}

/** The codes under which a method was served and counted. */
const codesOf = (id: string, { servings }: Pick<Plan, 'servings'>, key: Key): string[] =>
  [...new Set(servings.flatMap(countedCodes))].filter((code) => key.codes[code] === id);

function pairFindings(verdict: Verdict, ids: string[], alpha: number): PairFinding[] {
  const decided = verdict.kind === 'winner' || verdict.kind === 'leading-set';
  return verdict.pairs.map((pair) => ({
    ...pair,
    a: ids[pair.a],
    b: ids[pair.b],
    differ: decided && pair.adjustedP <= alpha,
  }));
}

/** Every other method against the reference; nothing without one, or without a test. */
function againstReference(
  verdict: Verdict,
  rows: readonly (readonly number[])[],
  ids: string[],
  reference: string | undefined,
): RankingFindings['against'] {
  if (reference === undefined || verdict.overall.test === null) return [];
  return rankSumsAgainst(rows, ids.indexOf(reference)).map(({ sample, ...rest }) => ({ method: ids[sample], ...rest }));
}

function tastedBalance(tasters: Taster[], ids: string[]): RankingFindings['orders'] {
  const { positionImbalance, carryOverImbalance } = orderBalance(
    tasters.map((taster) => taster.served.map((id) => ids.indexOf(id))),
    ids.length,
  );
  return { positionImbalance, carryOverImbalance };
}

function checkFingerprint({ tasting, pieces }: TastingBundle, plan: Plan, key: Key): FindingsBase['fingerprint'] {
  const { fingerprint: stated, ...rest } = plan;
  const computed = fingerprint({ tasting, plan: rest, pieces, key });
  return { stated, computed, matches: stated === computed };
}

function support(verdict: Verdict, tasters: number, pieces: number): string {
  const size = `${counted(tasters, 'taster')}, ${counted(pieces, 'piece')} a method.`;
  if (verdict.overall.test === null) return size;
  return `${size} Shuffled at random, rankings this far apart come up ${howOften(verdict.overall.probability)}.`;
}
