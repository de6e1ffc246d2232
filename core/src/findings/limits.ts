import { counted, list } from '../format';
import { leftOutSentences, type LeftOut, type PanelistPreferences } from '../answers';
import type { Tasting, TastingBundle } from '../bundle';
import { ledgerOf } from '../caveats';
import { SMALL_PANEL, isOfTwoSamples } from '../design';
import { nothing, type Block, type SectionRecord } from '../presentation';
import { seeksSimilarity } from '../questions';
import { claimOf } from '../verdict';
import type { WholeKind } from './wholeAnswer';

/** Something the data cannot say, in words for the person who reads the verdict. */
export interface Limit {
  kind:
    | 'one-piece'
    | 'bites'
    | 'alike'
    | 'bundled'
    | 'not-blind'
    | 'guessed'
    | LeftOut['kind']
    | 'uneven-orders'
    | 'no-difference'
    | 'caveats'
    | 'small-panel'
    | 'liking-explored'
    | 'brought';
  text: string;
}

/** What {@link limits} looks at. */
export interface LimitInputs {
  bundle: TastingBundle;
  panelists: readonly Pick<PanelistPreferences, 'seat' | 'blind'>[];
  leftOut: readonly LeftOut[];
  kind: WholeKind;
  /** What the answers say on pieces having been taken to be alike; empty where that was not assumed, or they say nothing. */
  homogeneity: string;
  /** Whether people named the method of their last sample more often than by chance. */
  knew: boolean;
}

/** Lists what these data cannot say; the reader sees it beside the verdict, always. */
export function limits(inputs: LimitInputs): Limit[] {
  return [...limitsOfPlan(inputs), ...limitsOfPanel(inputs), ...limitsOfRecord(inputs)];
}

function nothingShown(tasting: Tasting, ofMethods: boolean): string {
  const more = ofMethods ? 'more pieces of each method' : 'a larger panel';
  return seeksSimilarity(tasting)
    ? `Not shown to be similar is not the same as different: ${more} may show that they are similar.`
    : `No difference found is not the same as no difference: ${more} may find one.`;
}

const limitOfOnePiece = ({ brought }: Tasting): Limit => ({
  kind: 'one-piece',
  text: `${brought ? 'The table names no pieces, so that each method counts as one piece.' : 'Each method cooked one piece.'} The answer is about these pieces: a method and its one piece cannot be told apart.`,
});

/** What was settled before anyone tasted. */
function limitsOfPlan({ bundle: { tasting, plan }, kind, homogeneity }: LimitInputs): Limit[] {
  const found: Limit[] = [];
  const { ofMethods, alike } = claimOf(plan, tasting);
  if (alike) {
    found.push({
      kind: 'alike',
      text: `It was assumed before tasting that pieces cooked alike taste alike: "${tasting.takenAlike}". The answer holds for the methods only as far as that is so.${homogeneity && ` ${homogeneity}`}`,
    });
  }
  if (tasting.piecesPerMethod === 1 && !alike) found.push(limitOfOnePiece(tasting));
  if (plan && !ofMethods && !alike && tasting.piecesPerMethod > 1) {
    found.push({
      kind: 'bites',
      text: isOfTwoSamples(tasting.test)
        ? `With ${tasting.piecesPerMethod} pieces of each method, everyone ate from pieces that others ate from too. The answer is about these pieces, and not yet about the methods.`
        : 'This plan was locked with a test that counts bites (scores: with pieces in the model). It tells little of the methods beyond the pieces that were eaten.',
    });
  }
  for (const { method, text } of tasting.bundled) {
    const name = tasting.methods.find((one) => one.id === method)?.name ?? method;
    found.push({
      kind: 'bundled',
      text: `${name} comes with something of its own (${text}). What it did may be that, and not the way of cooking.`,
    });
  }
  if (kind === 'no-answer') found.push({ kind: 'no-difference', text: nothingShown(tasting, ofMethods) });
  return found;
}

/** What the people who came cannot say. */
function limitsOfPanel({ bundle: { tasting, plan }, panelists, leftOut, kind, knew }: LimitInputs): Limit[] {
  const found: Limit[] = [];
  if (kind !== 'cannot-say' && panelists.length < SMALL_PANEL) {
    found.push({
      kind: 'small-panel',
      text: seeksSimilarity(tasting)
        ? `With ${panelists.length} panelists only a large share of people who can tell is ruled out.`
        : `With ${panelists.length} panelists only large differences show; a small one stays hidden more often than not.`,
    });
  }
  const seeing = panelists.filter((panelist) => !panelist.blind);
  if (seeing.length > 0) {
    const who = list(seeing.map((panelist) => String(panelist.seat)));
    found.push({
      kind: 'not-blind',
      text: `${counted(seeing.length, 'panelist was', 'panelists were')} not blind (seat ${who}) and ${seeing.length === 1 ? 'is' : 'are'} counted in the planned answer; see what changes without.`,
    });
  }
  if (knew) {
    found.push({
      kind: 'guessed',
      text: 'More people named the method of their last sample than by chance. The samples were coded, and some were still known: expectations cannot be told apart from taste here.',
    });
  }
  found.push(...leftOutSentences(leftOut, plan?.servings ?? []));
  return found;
}

/** Answers from elsewhere were known before anyone said what was to be tested. */
function limitOfBrought({ file, ordersKnown }: NonNullable<Tasting['brought']>, pieces: number): Limit {
  const orders = ordersKnown ? '' : ' In which order samples were served is not known, so nothing is said of orders.';
  const raw = pieces > 1 ? ' Whether pieces went to methods at random, only who cooked them knows.' : '';
  return {
    kind: 'brought',
    text: `The answers came from ${file}. What is tested was said when they were known, so all of it was looked at afterwards: nothing was planned here, and whether it was blind is not on record.${orders}${raw}`,
  };
}

/** What was noted, and what was looked at beside the plan. */
function limitsOfRecord({ bundle }: LimitInputs): Limit[] {
  const { tasting } = bundle;
  const { caveats } = ledgerOf(bundle);
  const found: Limit[] = [];
  if (tasting.brought) found.push(limitOfBrought(tasting.brought, tasting.piecesPerMethod));
  const open = caveats.filter(({ about }) => !about || about.pieces.length + about.panelists.length === 0).length;
  if (open > 0) {
    found.push({
      kind: 'caveats',
      text: `${counted(open, 'caveat in the log does', 'caveats in the log do')} not say which pieces or panelists ${open === 1 ? 'it touches' : 'they touch'}. What that does to the answer is for you to judge.`,
    });
  }
  if (!tasting.brought && tasting.test === 'ranking' && tasting.ballot.items.some((item) => item.kind === 'liking')) {
    found.push({
      kind: 'liking-explored',
      text: 'The planned test is the ranking. What is said about liking was looked at after unsealing, so take it as a hint.',
    });
  }
  return found;
}

export const limitsSection: SectionRecord<Limit[]> = {
  why: null,
  lines: (all) => all.map(({ text }) => `- ${text}`),
  blocks: (all): Block[] =>
    all.length === 0
      ? []
      : [
          { kind: 'heading', text: 'What the data cannot say' },
          ...all.map(({ text }): Block => ({ kind: 'text', text, look: 'plain' })),
        ],
  charts: nothing,
};
