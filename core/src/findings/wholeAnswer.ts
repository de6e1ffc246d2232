/**
 * The answer to all that was planned: what the planned test says of everything together, and, where zones or lots were
 * planned and methods are shown to compare differently in them, the best of each.
 *
 * Use it wherever a reader is told the answer, and wherever two answers are compared; `plannedAnswer` is that of
 * everything together alone.
 *
 * Source: common practice for factorial designs (an interaction is read before main effects), Cochran & Cox,
 * *Experimental Designs*, chapter 5.
 */
import type { Reading, Wanted } from '../answers';
import { isAskedByPart } from '../design';
import { list } from '../format';
import { plannedAnswer, type NextStep, type PlannedAnswer, type PlannedSection } from '../planned';
import { claimOf, howOften, ifAlike, withoutAssumption, type About, type VerdictKind } from '../verdict';
import { byPart, type PartAnswer, type PartsFinding } from './byPart';

/** What is said in the end; 'by-part' where different methods lead in different zones, or lots. */
export type WholeKind = VerdictKind | 'by-part';

export interface WholeAnswer {
  kind: WholeKind;
  about: About;
  /** Method ids, best first; none where that differs by part. */
  leaders: string[];
  sentence: string;
  /** What everything together shows. */
  together: PlannedAnswer<PlannedSection>;
  parts: PartsFinding[];
  /** The zones, or lots, in which methods compare differently, where that was planned and is shown. */
  split: PartsFinding | null;
}

interface Asked {
  isWanted?: Wanted;
  onProgress?: (fraction: number) => void;
}

export function wholeAnswer(reading: Reading, { isWanted, onProgress }: Asked = {}): WholeAnswer {
  const { tasting, plan } = reading.bundle;
  const together = plannedAnswer(reading, { isWanted, onProgress });
  const parts = byPart(reading, together, isWanted);
  const { kind, about, sentence } = together;
  const leaders = together.leaders.map((method) => tasting.methods[method].id);
  const asOne = { kind, about, leaders, sentence, together, parts };
  const isPlanned = plan !== null && isAskedByPart(plan) && !tasting.brought;
  const split = isPlanned ? splitOf(parts, together) : null;
  if (!split) return { ...asOne, split };
  const isAlike = claimOf(plan, tasting).alike;
  return isFound(together) && agree(leaders, split)
    ? { ...asOne, split, sentence: `${sentence} ${splitText(split, { isAlike, leaders })}` }
    : { ...asOne, split, kind: 'by-part', about: split.about, leaders: [], sentence: splitText(split, { isAlike }) };
}

const isFound = ({ kind }: { kind: VerdictKind }): boolean => kind !== 'no-answer' && kind !== 'cannot-say';

/** The most certain of those that are shown, if it says as much as what everything together shows. */
function splitOf(parts: readonly PartsFinding[], together: PlannedAnswer): PartsFinding | null {
  const [first] = parts
    .filter(
      ({ isShown, about }) => isShown && !(isFound(together) && together.about === 'methods' && about === 'pieces'),
    )
    .sort((one, other) => chanceOf(one) / one.level - chanceOf(other) / other.level);
  return first ?? null;
}

const chanceOf = ({ interaction }: PartsFinding): number => (interaction.test === null ? 1 : interaction.p);

const isClaimed = ({ kind }: PartAnswer): boolean => kind === 'winner' || kind === 'leading-set';

/** Whether one method is among those that lead in every part of which something is claimed, and in the whole. */
function agree(leaders: readonly string[], { parts }: PartsFinding): boolean {
  const claims = parts.filter(isClaimed).map((part) => part.leaders);
  return leaders.some((leader) => claims.every((claim) => claim.includes(leader)));
}

/** Parts that are named in a headline. */
const MOST_PARTS = 4;

/** @param leaders of everything together, where that is said before: parts with the same ones are not named again */
function splitText(
  { by, parts: all, about }: PartsFinding,
  { isAlike, leaders }: { isAlike: boolean; leaders?: readonly string[] },
): string {
  const parts = all.filter((part) => !leaders || !isClaimed(part) || part.leaders.join() !== leaders.join());
  const named = parts.filter(isClaimed).slice(0, MOST_PARTS);
  const rest = parts.filter((part) => !named.includes(part));
  const compare =
    about === 'pieces'
      ? `These pieces compare differently from ${by} to ${by}`
      : `Methods compare differently from ${by} to ${by}`;
  const ending = isAlike ? (claim: string): string => ifAlike(claim) : (claim: string): string => claim;
  if (parts.length === 0) return ending(`${compare}; the same leads in each ${by}.`);
  if (named.length === 0 && leaders) return [ending(`${compare}.`), restText(rest, by)].join(' ');
  if (named.length === 0) return ending(`${compare}, but which leads in which ${by} was not shown.`);
  const clauses = named.map(({ part, sentence }) => `${part}: ${withoutAssumption(sentence)}`);
  return [ending(`${compare}.`), ...clauses, restText(rest, by)].filter(Boolean).join(' ');
}

function restText(rest: readonly PartAnswer[], by: string): string {
  if (rest.length === 0) return '';
  if (rest.some(isClaimed)) return `The other ${rest.length} ${by}s: see each by itself.`;
  return rest.length > MOST_PARTS
    ? `In ${rest.length} more ${by}s none was shown to lead.`
    : `${list(rest.map(({ part }) => part))}: none was shown to lead.`;
}

/** How sure the whole answer is, in words. */
export function wholeSupport({ split, kind, together }: WholeAnswer, support: string): string {
  if (!split || split.interaction.test === null) return support;
  const what = split.about === 'pieces' ? 'pieces' : 'methods';
  const often = `If ${what} compared alike in every ${split.by}, differences like these would come up ${howOften(split.interaction)}.`;
  return kind === 'by-part'
    ? `${often} Over all ${split.by}s together: ${together.sentence} ${support}`
    : `${support} ${often}`;
}

/** What to do next, where the answer differs by part. */
export function nextByPart({ split, kind }: WholeAnswer, next: NextStep): NextStep {
  if (!split || kind !== 'by-part') return next;
  const open = split.parts.filter((part) => !isClaimed(part)).map(({ part }) => part);
  const text =
    split.by === 'zone'
      ? [
          'Choose zone by zone where zones can be cooked apart, else by the zone that matters more.',
          open.length > 0 ? `None was shown to lead in ${list(open)}: plan a tasting of that alone.` : '',
          'Cook again from another lot to see that it was the method and not the day.',
        ]
          .filter(Boolean)
          .join(' ')
      : 'Before you choose, find out how the lots differed, and taste again with more of them: which method is best depends on the lot.';
  return { text, panel: null, pieces: null, pair: null };
}
