import { countedCodes, fingerprint, type Key, type Plan, type TastingBundle, type Test } from '../bundle';
import { ledgerOf, type Caveat } from '../caveats';
import { orderBalance } from '../design';
import { ENGINE } from '../engine';
import { meanInterval, rankSumsAgainst } from '../inference';
import { collected, isAnalysed } from './collected';
import { likingFinding } from './liking';
import { limits } from './limits';
import { nextStep, plannedNextStep } from './nextStep';
import { heardSets, plannedAnswer, type LeftOut, type Planned } from './planned';
import { practicalPick } from './practical';
import { isRankedByAll, readPreferences, type Taster } from './preferences';
import {
  section,
  type MethodFinding,
  type PairFinding,
  type RankSums,
  type Section,
  type SectionData,
} from './sections';
import { plannedSensitivity, sensitivity } from './sensitivity';
import { tastedServings } from './servings';
import { strengthFinding } from './strength';
import { panelFinding } from './tasters';
import { decide, type Verdict, type VerdictKind } from './verdict';
import { zoneAnswers } from './zones';
import { counted, howOften, verdictSentence } from './wording';

/** A method that the findings are about. */
export interface FoundMethod {
  id: string;
  name: string;
  reference: boolean;
  /** Its blind codes, of all sittings and sets. */
  codes: string[];
}

/**
 * The computed answer of a tasting, one shape for every planned test: the verdict, what it is
 * about, and sections that say what it rests on. A pure function of bundle, plan and seed.
 */
export interface Findings {
  engine: string;
  title: string;
  question: string;
  test: Test;
  alpha: number;
  verdict: { kind: VerdictKind; leaders: string[]; sentence: string; support: string };
  methods: FoundMethod[];
  /** People who count. */
  people: number;
  /** Pieces that they ate from, per method in the same order. */
  pieces: number[];
  leftOut: LeftOut[];
  caveats: Caveat[];
  fingerprint: { stated: string; computed: string; matches: boolean };
  sections: Section[];
}

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

  const pieces = piecesEaten(bundle, key);
  const found = isRankedByAll(plan)
    ? rankingFindings(bundle, plan, key, pieces, onProgress)
    : plannedFindings(bundle, key);
  const { tasting } = bundle;
  return {
    ...{ engine: ENGINE, title: tasting.title, question: tasting.question, test: tasting.test, alpha: plan.alpha },
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference, codes: codesOf(id, plan, key) })),
    pieces,
    caveats: ledgerOf(bundle).caveats,
    fingerprint: checkFingerprint(bundle, plan, key),
    ...found,
  };
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

/** What depends on the planned test. */
type Found = Pick<Findings, 'verdict' | 'people' | 'leftOut' | 'sections'>;

/** Sections that all findings have, whatever was planned. */
function sharedSections(bundle: TastingBundle, key: Key): Section[] {
  const zones = zoneAnswers(bundle, key);
  const others = collected(bundle, key, (item) => isAnalysed(bundle, item));
  return [
    ...(zones.length > 0 ? [section('zones', 'explored', zones)] : []),
    ...(others.length > 0 ? [section('collected', 'explored', others)] : []),
  ];
}

function plannedFindings(bundle: TastingBundle, key: Key): Found {
  const { tasting } = bundle;
  const seeing = new Set(ledgerOf(bundle).notBlind.map(({ panelist }) => panelist));
  const { planned, kind, leaders, sentence, support: rests, leftOut, tasters } = plannedAnswer(bundle, key);
  const came = new Set(bundle.ballots.filter((ballot) => ballot.handedInAt).map((ballot) => ballot.panelist));
  const people = tasting.panel
    .filter(({ id }) => came.has(id))
    .map(({ id, seat }) => ({ seat, blind: !seeing.has(id) }));
  return {
    verdict: { kind, leaders: leaders.map((method) => tasting.methods[method].id), sentence, support: rests },
    people: tasters,
    leftOut,
    sections: [
      plannedSection(planned),
      ...sharedSections(bundle, key),
      section('sensitivity', 'planned', plannedSensitivity(bundle, key, { kind, leaders })),
      section('limits', 'planned', limits({ bundle, tasters: people, leftOut, kind })),
      section('next', 'explored', plannedNextStep(kind, tasting)),
    ],
  };
}

function plannedSection(planned: Planned): Section {
  switch (planned.of) {
    case 'telling':
      return section('telling', 'planned', planned);
    case 'ranking':
      return section('incomplete-ranking', 'planned', planned);
    case 'best-worst':
      return section('best-worst', 'planned', planned);
    case 'profile':
      return section('profile', 'planned', planned);
    case 'liking':
      return section('scores', 'planned', planned);
  }
}

function rankingFindings(
  bundle: TastingBundle,
  plan: Plan,
  key: Key,
  pieces: readonly number[],
  onProgress?: (fraction: number) => void,
): Found {
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
  const practical = practicalPick(tasting.methods, liking, plan.alpha);
  const ranks: RankSums = {
    methods: methodFindings(bundle, key, tasters, verdict, plan.alpha),
    tasters,
    overall: verdict.overall,
    pairs: pairFindings(verdict, ids, plan.alpha),
    against: againstReference(verdict, rows, ids, reference),
  };
  return {
    verdict: {
      kind: verdict.kind,
      leaders: verdict.leaders.map((method) => ids[method]),
      sentence: verdictSentence(verdict, names),
      support: support(verdict, tasters.length, pieces),
    },
    people: tasters.length,
    leftOut,
    sections: [
      section('rank-sums', 'planned', ranks),
      section('orders', 'planned', tastedBalance(tasters, ids)),
      ...(practical ? [section('practical', 'explored', practical)] : []),
      ...(liking ? [section('liking', 'explored', liking)] : []),
      section('strength', 'explored', strengthFinding(tasters, ids.length, rules)),
      section('panel', 'explored', panelFinding(tasters, servings, rules)),
      ...sharedSections(bundle, key),
      section('sensitivity', 'planned', sensitivity({ tasters, bundle, key, planned: verdict, names, rules })),
      section('limits', 'planned', limits({ bundle, tasters, leftOut, kind: verdict.kind })),
      section('next', 'explored', nextStep(verdict, tasters, names, plan.alpha)),
    ],
  };
}

/** Pieces that those who handed in were served from, per method: what the findings speak of, planned or not. */
function piecesEaten(bundle: TastingBundle, key: Key): number[] {
  const { sets } = heardSets(bundle, key);
  return bundle.tasting.methods.map(
    (_, method) =>
      new Set(sets.flatMap(({ samples }) => samples.filter((one) => one.method === method).map(({ piece }) => piece)))
        .size,
  );
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
): RankSums['against'] {
  if (reference === undefined || verdict.overall.test === null) return [];
  return rankSumsAgainst(rows, ids.indexOf(reference)).map(({ sample, ...rest }) => ({ method: ids[sample], ...rest }));
}

function tastedBalance(tasters: Taster[], ids: string[]): SectionData['orders'] {
  const { positionImbalance, carryOverImbalance } = orderBalance(
    tasters.map((taster) => taster.served.map((id) => ids.indexOf(id))),
    ids.length,
  );
  return { positionImbalance, carryOverImbalance };
}

function checkFingerprint({ tasting, pieces }: TastingBundle, plan: Plan, key: Key): Findings['fingerprint'] {
  const { fingerprint: stated, ...rest } = plan;
  const computed = fingerprint({ tasting, plan: rest, pieces, key });
  return { stated, computed, matches: stated === computed };
}

function support(verdict: Verdict, tasters: number, pieces: readonly number[]): string {
  const [fewest, most] = [Math.min(...pieces), Math.max(...pieces)];
  const each = fewest === most ? counted(fewest, 'piece') : `${fewest} to ${counted(most, 'piece')}`;
  const size = `${counted(tasters, 'taster')}, ${each} a method.`;
  if (verdict.overall.test === null) return size;
  return `${size} Shuffled at random, rankings this far apart come up ${howOften(verdict.overall.probability)}.`;
}
