import { list } from '../format';
import type { Tasting } from '../bundle';
import type { NextFactor, NextMove, NextStep } from '../planned';
import type { About } from '../verdict';
import { sectionOf, type Section } from './sections';
import type { WholeAnswer, WholeKind } from './wholeAnswer';

interface Found {
  /** Best first. */
  leaders: readonly string[];
  kind: WholeKind;
  about: About;
  split: WholeAnswer['split'];
  sections: readonly Section[];
}

/**
 * Completes what to do next: methods that were shown to be behind need no further tasting, and one
 * factor is named that may be tried next about the method that leads. A factor is a
 * suggestion, not a finding: what goes with liking need not be what makes it.
 */
export function withSuggestedChange(step: NextStep, found: Found, tasting: Tasting): NextMove {
  // Of pieces that were ahead nothing follows yet for the methods.
  const isStanding = found.about === 'methods' && (found.kind === 'winner' || found.kind === 'leading-set');
  const nameOf = (id: string): string => tasting.methods.find((method) => method.id === id)?.name ?? id;
  const ahead = [...found.leaders, ...(found.split?.parts.flatMap(({ leaders }) => leaders) ?? [])];
  const rest = tasting.methods.map(({ id }) => id).filter((id) => !ahead.includes(id));
  const drop = isStanding && found.leaders.length > 0 ? rest : [];
  const factor = isStanding ? factorOf(found, tasting) : null;
  const said = [
    step.text,
    // Where one has won, what comes next has no others in it anyway.
    drop.length > 0 && found.kind === 'leading-set' ? `Drop ${list(drop.map(nameOf))}.` : '',
    factor ? `One thing to try next: ${nameOf(factor.method)}, ${factor.change}; ${factor.because}.` : '',
  ];
  return { ...step, drop, factor, text: said.filter(Boolean).join(' ') };
}

/** By what cost liking, else by what goes along with it, else by what the method brings along. */
function factorOf({ leaders: [best], sections }: Found, tasting: Tasting): NextFactor | null {
  if (best === undefined) return null;
  return offFactor(best, sections, tasting) ?? scaleFactor(best, sections) ?? bundledFactor(best, tasting);
}

/** What was off in the best one, and was shown to cost liking. */
function offFactor(method: string, sections: readonly Section[], tasting: Tasting): NextFactor | null {
  const found = (sectionOf({ sections }, 'just-right') ?? []).flatMap((one) => {
    const own = one.methods.find((of) => of.method === method);
    const word = tasting.ballot.items.find(({ id }) => id === one.item)?.attribute ?? '';
    return (['tooLittle', 'tooMuch'] as const).flatMap((side) => {
      const { drop, isCostly } = own?.[side] ?? { drop: null, isCostly: false };
      return drop !== null && isCostly ? [{ drop, more: side === 'tooLittle' ? 'more' : 'less', word }] : [];
    });
  });
  const [worst] = found.sort((a, b) => b.drop - a.drop);
  if (!worst) return null;
  const change = worst.word ? `${worst.more} ${worst.word}` : `with ${worst.more} of what was asked about`;
  return { method, change, because: `those who found it off liked it less by ${worst.drop.toFixed(1)}` };
}

/** Weaker than this is nothing to go by; common practice, no source. */
const CLOSE_ENOUGH = 0.3;

/** The scale that goes along with liking most. */
function scaleFactor(method: string, sections: readonly Section[]): NextFactor | null {
  const first = sectionOf({ sections }, 'drivers')?.drivers[0];
  if (!first || Math.abs(first.correlation) < CLOSE_ENOUGH) return null;
  return {
    method,
    change: `${first.correlation > 0 ? 'more' : 'less'} ${first.attribute}`,
    because: `of all that was asked it goes along with liking most, which is no proof`,
  };
}

/** What comes with the method beside the way of cooking. */
function bundledFactor(method: string, { bundled }: Tasting): NextFactor | null {
  const own = bundled.find((one) => one.method === method);
  return own
    ? { method, change: `without “${own.text}”`, because: 'that may be what was liked, and not the way of cooking' }
    : null;
}
