import type { TastingBundle } from '../bundle';
import { SMALL_PANEL } from '../design';
import type { LeftOut, Taster } from './preferences';
import type { Verdict } from './verdict';
import { counted, list } from './wording';

/** Something the data cannot say, in words for the person who reads the verdict. */
export interface Limit {
  kind:
    | 'one-piece'
    | 'not-blind'
    | 'missing'
    | 'uneven-orders'
    | 'no-difference'
    | 'caveats'
    | 'small-panel'
    | 'liking-explored';
  text: string;
}

/** What {@link limits} looks at. */
export interface LimitInputs {
  bundle: TastingBundle;
  tasters: readonly Taster[];
  leftOut: readonly LeftOut[];
  verdict: Verdict;
}

/** Lists what these data cannot say; the reader sees it beside the verdict, always. */
export function limits({ bundle, tasters, leftOut, verdict }: LimitInputs): Limit[] {
  const { tasting, caveats } = bundle;
  const found: Limit[] = [];
  if (tasting.piecesPerMethod === 1) {
    found.push({
      kind: 'one-piece',
      text: 'Each method cooked one piece. The answer is about these pieces: a method and its one piece cannot be told apart.',
    });
  }
  if (verdict.kind === 'no-answer') {
    found.push({
      kind: 'no-difference',
      text: 'No difference found is not the same as no difference: a larger panel may find one.',
    });
  }
  if (verdict.kind !== 'cannot-say' && tasters.length < SMALL_PANEL) {
    found.push({
      kind: 'small-panel',
      text: `With ${tasters.length} tasters only large differences show; a small one stays hidden more often than not.`,
    });
  }
  const seeing = tasters.filter((taster) => !taster.blind);
  if (seeing.length > 0) {
    const who = list(seeing.map((taster) => String(taster.seat)));
    found.push({
      kind: 'not-blind',
      text: `${counted(seeing.length, 'taster was', 'tasters were')} not blind (seat ${who}) and ${seeing.length === 1 ? 'is' : 'are'} counted in the planned answer; see what changes without.`,
    });
  }
  if (leftOut.length > 0) {
    const who = list(leftOut.map((panelist) => String(panelist.seat)));
    found.push({
      kind: 'missing',
      text: `${counted(leftOut.length, 'ballot')} of ${tasting.panel.length} did not come in (seat ${who}). Nothing was filled in for ${leftOut.length === 1 ? 'it' : 'them'}.`,
    });
  }
  const open = caveats.filter(({ about }) => !about || about.pieces.length + about.panelists.length === 0).length;
  if (open > 0) {
    found.push({
      kind: 'caveats',
      text: `${counted(open, 'caveat in the log does', 'caveats in the log do')} not say which pieces or tasters ${open === 1 ? 'it touches' : 'they touch'}. What that does to the answer is for you to judge.`,
    });
  }
  if (tasting.ballot.liking) {
    found.push({
      kind: 'liking-explored',
      text: 'The planned test is the ranking. What is said about liking was looked at after unsealing, so take it as a hint.',
    });
  }
  return found;
}
