import { SEALED_NOTCH } from './pad';

/** Eight colours told apart with and without colour vision; each goes with a direction of the notch. */
const COLOURS = ['#1B6E6A', '#C07F10', '#7B3F74', '#3F83B5', '#5D8C36', '#CF6D96', '#30383B', '#943417'];

/** How a method looks once its pads have turned over: colour and direction together. */
export interface MethodLook {
  colour: string;
  /** Degrees clockwise from twelve o'clock. */
  notch: number;
}

/** @param place the method's place in its tasting, from 0 */
export function methodLook(place: number): MethodLook {
  // Sixteen directions, then the same ones in other colours: no two of 60 methods look alike.
  const round = Math.floor(place / COLOURS.length);
  return {
    colour: COLOURS[(place + Math.floor(place / 16)) % COLOURS.length],
    notch: (SEALED_NOTCH + 45 * place + 22.5 * round) % 360,
  };
}
