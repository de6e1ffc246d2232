/**
 * A chain: what should happen to a piece of a method, step by step.
 *
 * Use it wherever steps of a method are shown, compared or planned by, not `steps`, which is what
 * plans of before hold as lines of text: they are read here as well as they go.
 *
 * Common practice, no source.
 *
 * @example
 * chainOf({ chain: [], steps: 'Boil 20 min' })[0].minutes.usual // 20
 */
import type { ChainStep, Method } from '../../tasting';
import { readSteps } from './read';

/** The steps of a method, as they were entered or as its lines of text say. */
export const chainOf = ({ chain, steps }: Pick<Method, 'chain' | 'steps'>): ChainStep[] =>
  chain.length > 0 ? chain : readSteps(steps, (line) => `line-${line + 1}`);

/** Minutes that a step usually takes; null where nobody said. */
export function usualMinutes({ minutes: { least, usual, most } }: Pick<ChainStep, 'minutes'>): number | null {
  if (usual !== undefined) return usual;
  return least !== undefined && most !== undefined ? (least + most) / 2 : (least ?? most ?? null);
}

/** Minutes that a portion of any of the methods may wait on its plate, by the last steps of their chains; null where none says. */
export function servingWindow(chains: readonly (readonly ChainStep[])[]): number | null {
  const waits = chains.flatMap((chain) => chain.at(-1)?.wait?.most ?? []);
  return waits.length > 0 ? Math.min(...waits) : null;
}

/** Minutes of a cook's hands that a step takes; null where nobody said how long it is. */
export function handsMinutes(step: Pick<ChainStep, 'minutes' | 'hands'>): number | null {
  const usual = usualMinutes(step);
  if (step.hands === 'none') return 0;
  if (usual === null) return null;
  return step.hands === 'throughout' ? usual : Math.min(usual, MINUTES_TO_START);
}

/** What it takes to set something going: common practice, no source. */
export const MINUTES_TO_START = 1;

/** What a chain adds up to, as far as it is known. */
export function chainEffort(chain: readonly ChainStep[]): {
  totalMinutes: number;
  handsOnMinutes: number;
  unknown: number;
} {
  const usual = chain.map(usualMinutes);
  return {
    totalMinutes: usual.reduce<number>((sum, minutes) => sum + (minutes ?? 0), 0),
    handsOnMinutes: chain.reduce((sum, step) => sum + (handsMinutes(step) ?? 0), 0),
    unknown: usual.filter((minutes) => minutes === null).length,
  };
}

/** What keeps a step from being cooked by, in words for whoever enters it. */
export function stepProblem({ name, minutes, wait = {}, every }: ChainStep): string | null {
  if (name.trim() === '') return 'Say what is done.';
  const wrong = spanProblem(minutes);
  if (wrong) return wrong;
  if (spanProblem(wait)) return 'The piece has to wait longer than it may.';
  return every && (every.seconds ?? every.times) === undefined ? `Say how often to ${every.what}.` : null;
}

function spanProblem({ least = 0, most = Infinity, usual = least }: ChainStep['minutes']): string | null {
  if (least > most) return 'The least is longer than the most.';
  return usual < least || usual > most ? 'What is usual lies outside of least and most.' : null;
}
