import { testSequences } from '../design';
import {
  discriminatorsAt,
  dPrimeAt,
  forcedChoicePanel,
  GUESS,
  PROTOCOLS,
  type ForcedChoicePlan,
  type Protocol,
} from '../inference';
import { showsSimilarity } from '../questions';

/** One protocol beside others that are to find, or rule out, the same distance in taste. */
export interface ComparedProtocol {
  protocol: Protocol;
  /** Share of people who tell under it. */
  share: number;
  /** Smallest panel from which on the power holds; null where none is in reach. */
  people: number | null;
  /** Portions that one set takes. */
  portions: number;
}

/**
 * What the same distance in taste takes under each protocol. A share of people who can tell means
 * something else in each: a pair is told by more people than a triangle of the same samples, so
 * that shares cannot be compared, and d' can.
 *
 * Source: Ennis 1993, *Journal of Sensory Studies* 8, 353-370.
 *
 * @param plan a protocol, and the share of people who tell under it
 * @returns the distance in d' (null if beyond any number), and every protocol that could answer
 */
export function comparedProtocols(
  { protocol, pd, ...plan }: Omit<ForcedChoicePlan, 'n'>,
  power: number,
): { dPrime: number | null; protocols: ComparedProtocol[] } {
  const dPrime = distanceOf(protocol, pd);
  const could = PROTOCOLS.filter((other) => plan.goal !== 'similarity' || showsSimilarity(other));
  return {
    dPrime: Number.isFinite(dPrime) ? dPrime : null,
    protocols: could.map((other) => {
      const share = other === protocol ? pd : shareAt(other, dPrime);
      return {
        protocol: other,
        share,
        people: share > 0 ? forcedChoicePanel({ ...plan, protocol: other, pd: share }, power) : null,
        portions: testSequences(other)[0].length,
      };
    }),
  };
}

/** The d' at which such a share tells; infinite where everyone does. */
export const distanceOf = (protocol: Protocol, share: number): number =>
  dPrimeAt(protocol, GUESS[protocol] + (1 - GUESS[protocol]) * share);

const shareAt = (protocol: Protocol, dPrime: number): number =>
  Number.isFinite(dPrime) ? discriminatorsAt(protocol, dPrime) : 1;
