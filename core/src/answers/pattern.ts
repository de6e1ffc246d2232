import type { Test } from '../bundle';
import type { ServedPortion } from '../served';

type Plate = Pick<ServedPortion, 'method' | 'planned'>;

/**
 * Whether plates that were exchanged still make the question that was asked: as often one method and the other as
 * was planned, whichever is which; and of a duo-trio, one plate that is like the first and one that is not.
 */
export function isPattern(test: Test, planned: readonly Plate[], eaten: readonly Plate[]): boolean {
  const before = planned.map((plate) => plate.planned?.method ?? plate.method);
  const now = eaten.map(({ method }) => method);
  switch (test) {
    // Any pair has an answer: alike or not, the first or the second.
    case 'same-different':
    case 'a-not-a':
      return true;
    case 'duo-trio':
      return new Set(now.slice(1)).size === 2 && now.slice(1).includes(now[0]);
    // Which of them is stronger is asked, so it matters which there is once.
    case '3-afc':
      return timesOf(now).join() === timesOf(before).join() && oddOf(now) === oddOf(before);
    default:
      return timesOf(now).join() === timesOf(before).join();
  }
}

const timesOf = (methods: readonly string[]): number[] =>
  [...new Set(methods)].map((method) => methods.filter((one) => one === method).length).sort((a, b) => a - b);

const oddOf = (methods: readonly string[]): string | undefined =>
  methods.find((method) => methods.filter((one) => one === method).length === 1);
