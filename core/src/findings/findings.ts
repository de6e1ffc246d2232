import { inSeatOrder, piecesEaten, readingOf, shownCodes, type LeftOut, type Reading } from '../answers';
import { mainItem, verifyFingerprint, type TastingBundle, type Test, type Verification } from '../bundle';
import type { Caveat } from '../caveats';
import { ENGINE } from '../engine';
import type { LikingFinding } from '../planned';
import { claimOf, type About } from '../verdict';
import { guessFinding, type GuessFinding } from './guesses';
import { kitchenFinding, type KitchenFinding } from './kitchen';
import { limits } from './limits';
import { homogeneitySentence } from './pieceHomogeneity';
import { practicalPick } from './practical';
import { section, type Section } from './sections';
import { sensitivity } from './sensitivity';
import { sharedSections } from './shared';
import { withSuggestedChange } from './suggestedChange';
import { nextByPart, wholeAnswer, wholeSupport, type WholeAnswer, type WholeKind } from './wholeAnswer';

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
  verdict: { kind: WholeKind; about: About; leaders: string[]; sentence: string; support: string };
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
  const reading = unsealed(bundle);
  const { tasting } = bundle;
  const answer = wholeAnswer(reading, { onProgress });
  const [kitchen, guesses] = [kitchenFinding(reading), guessFinding(reading)];
  const { kind, about, leaders, sentence, together } = answer;
  const { support, next, ...found } = together.inFull();
  const verdict = { kind, about, sentence, support: wholeSupport(answer, support), leaders };
  const sections = [
    ...plannedSections(reading, { ...found, kitchen, kind }),
    ...sharedSections(reading, { kitchen, guesses, parts: answer.parts }),
    ...soundness(reading, answer, guesses),
  ];
  sections.push(
    section('next', 'explored', withSuggestedChange(nextByPart(answer, next), { ...answer, sections }, tasting)),
  );
  return {
    ...{ engine: ENGINE, title: tasting.title, question: tasting.question, test: tasting.test, alpha: reading.alpha },
    word: mainItem(tasting)?.attribute ?? '',
    methods: tasting.methods.map(({ id, name, reference }) => ({
      ...{ id, name, reference },
      codes: shownCodes(id, bundle),
    })),
    pieces: piecesEaten(reading),
    caveats: reading.ledger.caveats,
    fingerprint: verifyFingerprint(
      { tasting, plan: reading.plan, pieces: bundle.pieces, key: reading.key },
      bundle.records.amendments,
    ),
    brought: tasting.brought?.file ?? null,
    verdict,
    people: together.people.length,
    leftOut: inSeatOrder(together.leftOut),
    // What was said to be tested when the answers were known was not planned.
    sections: tasting.brought ? sections.map(asExplored) : sections,
  };
}

/** What is read of a bundle that has its plan and its key. @throws NotUnsealed where it has not */
export function unsealed(bundle: TastingBundle): Reading {
  if (!bundle.plan) throw new NotUnsealed('plan');
  if (!bundle.key || !bundle.seal.unsealedAt) throw new NotUnsealed('key');
  return readingOf(bundle, bundle.key);
}

const asExplored = (one: Section): Section => ({ ...one, status: 'explored' });

/** What the planned test found, and effort against liking right after what was planned. */
function plannedSections(
  reading: Reading,
  {
    sections,
    liking,
    kitchen,
    kind,
  }: Pick<WholeAnswer, 'kind'> & {
    sections: Section[];
    liking: LikingFinding | null;
    kitchen: KitchenFinding | null;
  },
): Section[] {
  const { alpha, bundle } = reading;
  // Which one to cook is no question to all parts together where another leads in each.
  const practical = kind === 'by-part' ? null : practicalPick(bundle.tasting, { liking, kitchen, alpha });
  const planned = sections.filter(({ status }) => status === 'planned');
  return [
    ...planned,
    ...(practical ? [section('practical', 'explored', practical)] : []),
    ...sections.filter(({ status }) => status === 'explored'),
  ];
}

/** Whether the answer holds, and what the data cannot say. */
function soundness(reading: Reading, answer: WholeAnswer, guesses: GuessFinding | null): Section[] {
  const { bundle, ledger } = reading;
  const { tasting, plan } = bundle;
  const seeing = new Set(ledger.notBlind.map(({ panelist }) => panelist));
  const counted = new Set(answer.together.people);
  const panelists = tasting.panel
    .filter(({ id }) => counted.has(id))
    .map(({ id, seat }) => ({ seat, blind: !seeing.has(id) }));
  return [
    section('sensitivity', 'planned', sensitivity(reading, answer, guesses)),
    section(
      'limits',
      'planned',
      limits({
        ...{ bundle, panelists, leftOut: answer.together.leftOut, kind: answer.kind },
        homogeneity: claimOf(plan, tasting).alike ? homogeneitySentence(reading) : '',
        knew: guesses?.isMore ?? false,
      }),
    ),
  ];
}
