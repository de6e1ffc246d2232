/**
 * Pieces that lie further from the middle of all than is held constant: by raw mass, by thickness, by the time from
 * the heat to the plate.
 *
 * Use it with three pieces or more, of all methods together; not for what differs between methods on purpose.
 *
 * Common practice, no source. Without a stated tolerance: 5 % of mass, 3 mm of thickness, 5 minutes on the way.
 *
 * @example
 * unlikeOthers([], [], kitchenState([])) // []
 */
import type { Constant } from '../../tasting';
import { minutesText } from '../chain';
import { heldOf, type Cooked } from './measures';
import { pieceOf, type KitchenState } from './state';
import { toleranceOf } from './tolerance';

interface Compared {
  id: string;
  /** What the thing that is held constant may be called. */
  name: RegExp;
  /** In which unit a tolerance counts; percent of the middle, or absolute. */
  unit: '%' | 'mm' | 'min';
  usual: number;
  of: (piece: Cooked, state: KitchenState) => number | null;
  say: (apart: number, value: number) => string;
}

const FEWEST = 3;

const COMPARED: readonly Compared[] = [
  {
    ...{ id: 'mass', name: /mass/i, unit: '%', usual: 5 },
    of: ({ tag }, state) => pieceOf(state, tag).grams[0]?.value ?? null,
    say: (apart, value) =>
      `was ${Math.round(Math.abs(apart))} % ${apart > 0 ? 'heavier' : 'lighter'} than most (${value} g)`,
  },
  {
    ...{ id: 'thickness', name: /thick|size/i, unit: 'mm', usual: 3 },
    of: ({ tag }, state) => pieceOf(state, tag).millimetres[0]?.value ?? null,
    say: (apart, value) =>
      `was ${Math.round(Math.abs(apart))} mm ${apart > 0 ? 'thicker' : 'thinner'} than most (${value} mm)`,
  },
  {
    ...{ id: 'held', name: /heat to plate|hold|held/i, unit: 'min', usual: 5 },
    of: heldOf,
    say: (apart, value) =>
      `was on the plate ${minutesText(Math.round(value))} after the heat, ${minutesText(Math.round(Math.abs(apart)))} ${apart > 0 ? 'longer' : 'sooner'} than most`,
  },
];

/** One line for each piece and measure that lies apart. */
export function unlikeOthers(
  pieces: readonly Cooked[],
  constants: readonly Pick<Constant, 'name' | 'tolerance'>[],
  state: KitchenState,
): { id: string; piece: string; text: string }[] {
  return COMPARED.flatMap(({ id, name, unit, usual, of, say }) => {
    const known = pieces.flatMap((piece) => {
      const value = of(piece, state);
      return value === null ? [] : [{ piece: piece.tag, value }];
    });
    if (known.length < FEWEST) return [];
    const middle = [...known].sort((a, b) => a.value - b.value)[Math.floor(known.length / 2)].value;
    const stated = constants.filter((one) => name.test(one.name)).map(({ tolerance }) => toleranceOf(tolerance));
    const allowed = stated.find((one) => one?.unit === unit)?.by ?? usual;
    return known.flatMap(({ piece, value }) => {
      const apart = unit === '%' ? 100 * (value / middle - 1) : value - middle;
      return Math.abs(apart) > allowed + 1e-9 ? [{ id: `${id} ${piece}`, piece, text: say(apart, value) }] : [];
    });
  });
}
