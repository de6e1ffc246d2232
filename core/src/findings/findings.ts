import {
  mainItem,
  verifyFingerprint,
  type Key,
  type Plan,
  type TastingBundle,
  type Test,
  type Verification,
} from '../bundle';
import { ledgerOf, type Caveat } from '../caveats';
import { orderBalance } from '../design';
import { ENGINE } from '../engine';
import type { NoTest } from '../inference';
import { winnerText } from './chances';
import { claimOf, methodSupport } from './claim';
import { choicePanel } from './choicePanel';
import { shownCodes } from './codes';
import { withCourse } from './course';
import { guessFinding } from './guesses';
import { kitchenFinding } from './kitchen';
import { likenessSentence } from './likeness';
import { likingFinding } from './liking';
import { limits } from './limits';
import { nextStep, plannedNextStep, type NextStep } from './nextStep';
import { inSeatOrder, type LeftOut } from './leftOut';
import { heardSets, plannedAnswer, type Planned } from './planned';
import { practicalPick } from './practical';
import { isRankedByAll, readPreferences, type PanelistPreferences } from './preferences';
import { rankSumsOf } from './rankSums';
import { rankedAnswer, rankedRules, rehearsedRanking, type RankedAnswer } from './ranked';
import { section, type Section, type SectionData } from './sections';
import { sharedSections } from './shared';
import { plannedSensitivity, sensitivity } from './sensitivity';
import { tastedServings } from './servings';
import { strengthFinding, type StrengthFinding } from './strength';
import { likingPanel, panelFinding } from './panel';
import type { About, VerdictKind } from './verdict';
import { counted, howOften } from './wording';

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
  /** The word that the planned question asks about; empty where it is liking, or samples are told apart. */
  word: string;
  verdict: { kind: VerdictKind; about: About; leaders: string[]; sentence: string; support: string };
  methods: FoundMethod[];
  /** People who count. */
  people: number;
  /** Pieces that they ate from, per method in the same order. */
  pieces: number[];
  leftOut: LeftOut[];
  caveats: Caveat[];
  fingerprint: Verification;
  /** The file that the answers came from; null where they were given here, to a plan that was locked before. */
  brought: string | null;
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
  const { next, ...found } = isRankedByAll(bundle)
    ? rankingFindings(bundle, plan, key, pieces, onProgress)
    : plannedFindings(bundle, key);
  const { tasting } = bundle;
  const move = withCourse(next, { ...found.verdict, sections: found.sections }, tasting);
  const sections = [...found.sections, section('next', 'explored', move)];
  return {
    ...{ engine: ENGINE, title: tasting.title, question: tasting.question, test: tasting.test, alpha: plan.alpha },
    word: mainItem(tasting)?.attribute ?? '',
    methods: tasting.methods.map(({ id, name, reference }) => ({
      ...{ id, name, reference },
      codes: shownCodes(id, bundle),
    })),
    pieces,
    caveats: ledgerOf(bundle).caveats,
    fingerprint: verifyFingerprint({ tasting, plan, pieces: bundle.pieces, key }, bundle.records.amendments),
    brought: tasting.brought?.file ?? null,
    ...found,
    leftOut: inSeatOrder(found.leftOut),
    // What was said to be tested when the answers were known was not planned.
    sections: tasting.brought ? sections.map(asExplored) : sections,
  };
}

/**
 * Only the verdict of the planned analysis, with p-values from their limits: for the many
 * panels of a rehearsal.
 */
export function plannedVerdict(bundle: TastingBundle, key: Key): { kind: VerdictKind; leaders: readonly number[] } {
  const { plan, tasting } = bundle;
  const claim = claimOf(plan, tasting);
  const { kind, leaders, about } = isRankedByAll(bundle)
    ? rehearsedRanking(readPreferences(bundle, key).panelists, rankedRules(bundle, key))
    : plannedAnswer(bundle, key, { limitOnly: true });
  // Where methods are tested, what holds of these pieces alone is no answer to the plan.
  const isBeside = claim.ofMethods && about === 'pieces' && kind !== 'cannot-say';
  return isBeside ? { kind: 'no-answer', leaders: [] } : { kind, leaders };
}

/** What depends on the planned test. */
type Found = Pick<Findings, 'verdict' | 'people' | 'leftOut' | 'sections'> & { next: NextStep };

const asExplored = (one: Section): Section => ({ ...one, status: 'explored' });

function plannedFindings(bundle: TastingBundle, key: Key): Found {
  const { tasting } = bundle;
  const seeing = new Set(ledgerOf(bundle).notBlind.map(({ panelist }) => panelist));
  const { planned, kind, about, leaders, sentence, support: rests, leftOut, panelists } = plannedAnswer(bundle, key);
  const came = new Set(bundle.ballots.filter((ballot) => ballot.handedInAt).map((ballot) => ballot.panelist));
  const people = tasting.panel
    .filter(({ id }) => came.has(id))
    .map(({ id, seat }) => ({ seat, blind: !seeing.has(id) }));
  return {
    verdict: {
      ...{ kind, about, sentence, support: rests },
      leaders: leaders.map((method) => tasting.methods[method].id),
    },
    people: panelists,
    leftOut,
    sections: [
      plannedSection(planned),
      ...practicalSection(bundle, key, planned),
      ...panelSection(bundle, key, planned),
      ...sharedSections(bundle, key),
      section('sensitivity', 'planned', plannedSensitivity(bundle, key, { kind, about, leaders })),
      section('limits', 'planned', limits({ bundle, panelists: people, leftOut, kind, ...besides(bundle, key) })),
    ],
    next: plannedNextStep({ kind, about }, tasting, claimOf(bundle.plan, tasting)),
  };
}

/** Effort against liking, where liking is what was planned. */
function practicalSection(bundle: TastingBundle, key: Key, planned: Planned): Section[] {
  if (planned.of !== 'liking') return [];
  const { tasting, plan } = bundle;
  const weighed = { liking: planned.liking, kitchen: kitchenFinding(bundle, key), alpha: plan?.alpha ?? tasting.alpha };
  const practical = practicalPick(tasting, weighed);
  return practical ? [section('practical', 'explored', practical)] : [];
}

/** Groups and orders, where it was planned to ask which is more. */
function panelSection(bundle: TastingBundle, key: Key, { of }: Planned): Section[] {
  if (of === 'telling') return [];
  const alpha = bundle.plan?.alpha ?? bundle.tasting.alpha;
  const rules = { alpha, seed: key.seed, ordersKnown: bundle.tasting.brought?.ordersKnown !== false };
  const isChosen = of === 'ranking' || of === 'best-worst';
  const panel = isChosen ? choicePanel(bundle, key, rules) : likingPanel(bundle, key, rules);
  return panel ? [section('panel', 'explored', panel)] : [];
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
  const { panelists, leftOut } = readPreferences(bundle, key);
  const names = tasting.methods.map((method) => method.name);
  const rules = rankedRules(bundle, key);
  const verdict = rankedAnswer(panelists, { ...rules, onProgress });
  const ids = tasting.methods.map((method) => method.id);
  const servings = tastedServings(bundle, key, panelists);
  const reference = tasting.methods.find((method) => method.reference)?.id;
  const ordersKnown = tasting.brought?.ordersKnown !== false;
  const liking = likingFinding(servings, {
    ...{ status: 'explored', methods: ids, reference },
    ...{ alpha: rules.alpha, seed: rules.seed, alike: rules.alike },
  });
  const practical = practicalPick(tasting, { liking, kitchen: kitchenFinding(bundle, key), alpha: plan.alpha });
  const strength = strengthFinding(panelists, ids.length, { ...rules, methodTest: verdict.methodTest });
  const ranks = rankSumsOf(bundle, panelists, verdict, (id) => shownCodes(id, bundle));
  return {
    verdict: {
      kind: verdict.kind,
      leaders: verdict.leaders.map((method) => ids[method]),
      about: verdict.about,
      sentence: verdict.sentence,
      support: support(verdict, panelists.length, pieces, strength),
    },
    people: panelists.length,
    leftOut,
    sections: [
      section('rank-sums', 'planned', ranks),
      ...(ordersKnown ? [section('orders', 'planned', tastedBalance(panelists, ids))] : []),
      ...(practical ? [section('practical', 'explored', practical)] : []),
      ...(liking ? [section('liking', 'explored', liking)] : []),
      section('strength', 'explored', strength),
      section('panel', 'explored', panelFinding(panelists, servings, { ...rules, ordersKnown })),
      ...sharedSections(bundle, key),
      section('sensitivity', 'planned', sensitivity({ panelists, bundle, key, planned: verdict, rules })),
      section('limits', 'planned', limits({ bundle, panelists, leftOut, kind: verdict.kind, ...besides(bundle, key) })),
    ],
    next: nextStep(verdict, panelists, { names, ids, alpha: plan.alpha, seed: key.seed }),
  };
}

/** Whether pieces that were taken to be alike are seen to be, and people taken to be blind. */
const besides = (bundle: TastingBundle, key: Key): { likeness: string; knew: boolean } => ({
  likeness: claimOf(bundle.plan, bundle.tasting).alike ? likenessSentence(bundle, key) : '',
  knew: guessFinding(bundle, key)?.isMore ?? false,
});

/** Pieces that those who handed in were served from, per method: what the findings speak of, planned or not. One of which nobody knows is none. */
function piecesEaten(bundle: TastingBundle, key: Key): number[] {
  const { sets } = heardSets(bundle, key);
  return bundle.tasting.methods.map(
    (_, method) =>
      new Set(
        sets.flatMap(({ samples }) =>
          samples.filter((one) => one.method === method && one.piece !== '').map(({ piece }) => piece),
        ),
      ).size,
  );
}

function tastedBalance(panelists: PanelistPreferences[], ids: string[]): SectionData['orders'] {
  const { positionImbalance, carryOverImbalance } = orderBalance(
    panelists.map((panelist) => panelist.served.map((id) => ids.indexOf(id))),
    ids.length,
  );
  return { positionImbalance, carryOverImbalance };
}

function support(
  verdict: RankedAnswer,
  panelists: number,
  pieces: readonly number[],
  strength: StrengthFinding | NoTest,
): string {
  const [fewest, most] = [Math.min(...pieces), Math.max(...pieces)];
  const each = fewest === most ? counted(fewest, 'piece') : `${fewest} to ${counted(most, 'piece')}`;
  const size = `${counted(panelists, 'panelist')}, ${each} a method.`;
  const { methodTest, overall, about, kind, leaders } = verdict;
  if (overall.test === null) return size;
  const bites = `Shuffled at random, rankings this far apart come up ${howOften(overall.probability)}.`;
  const sure =
    methodTest?.test === 'piece-blocks'
      ? methodSupport(methodTest, { about, given: 'rankings', bites: kind === 'no-answer' ? '' : bites })
      : bites;
  const isWinner = kind === 'winner' && strength.test !== null && strength.about === about;
  return `${size} ${sure}${isWinner ? winnerText(strength.chanceOfBest, leaders) : ''}`;
}
