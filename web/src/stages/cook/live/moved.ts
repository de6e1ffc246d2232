import type { SheetStepView } from '../../../client/api.generated';

/** A step that is begun at another time than people were told. */
export interface MovedStep {
  piece: string;
  step: string;
  name: string;
  from: number;
  to: number;
}

type Spot = Pick<SheetStepView, 'piece' | 'step' | 'name' | 'start'>;

/**
 * Steps to come whose start differs between two sheets, the earliest first. What is on one of them alone did not
 * move, and what was begun already stands at the minute when it was.
 *
 * @param since when the later of them was planned
 */
export function movedBetween(before: readonly Spot[], after: readonly Spot[], since: number): MovedStep[] {
  const told = new Map(before.map(({ piece, step, start }) => [`${piece} ${step}`, Date.parse(start)]));
  return after
    .flatMap(({ piece, step, name, start }): MovedStep[] => {
      const [from, to] = [told.get(`${piece} ${step}`), Date.parse(start)];
      return from === undefined || from === to || to < since ? [] : [{ piece, step, name, from, to }];
    })
    .sort((a, b) => a.to - b.to);
}
