import type { BallotItem } from '../tasting';

/** One step of a scale: the score that is stored, what it counts in an analysis, and what people read. */
export interface Step {
  score: number;
  counts: number;
  text: string;
  /** Stands before the words, and can be typed. */
  number?: string;
}

/** Lowest and highest score, and the named steps between them; without steps it is a line from 0 to 100. */
export interface Scale {
  low: number;
  high: number;
  steps: readonly Step[] | null;
}

/** The scale of a question, which may rest on its own ends and options. */
export type ScaleOf = (item: Pick<BallotItem, 'options' | 'low' | 'high'>) => Scale;

/** A line without a mark; only its ends have names. */
const HUNDRED: Scale = { low: 0, high: 100, steps: null };
export const LINE: ScaleOf = () => HUNDRED;

const ofSteps = (steps: readonly Step[]): Scale => {
  const scores = steps.map(({ score }) => score);
  return { low: Math.min(...scores), high: Math.max(...scores), steps };
};

const HEDONIC = [
  'Like extremely',
  'Like very much',
  'Like moderately',
  'Like slightly',
  'Neither like nor dislike',
  'Dislike slightly',
  'Dislike moderately',
  'Dislike very much',
  'Dislike extremely',
];

/** The nine-point hedonic scale, best first, in the wording usual in the field (Peryam & Pilgrim 1957, from memory). */
const NINE_POINTS = ofSteps(
  HEDONIC.map((text, at) => ({ score: 9 - at, counts: 9 - at, text, number: String(9 - at) })),
);
export const LIKING: ScaleOf = () => NINE_POINTS;

/** Five steps about the middle, -2 to 2; the question's own ends name the outer two. */
export const JUST_RIGHT: ScaleOf = ({ low, high }) =>
  ofSteps(
    [
      low || 'Much too little',
      'A little too little',
      'Just about right',
      'A little too much',
      high || 'Much too much',
    ].map((text, at) => ({ score: at - 2, counts: at - 2, text })),
  );

/** The steps that the coordinator named, lowest first; a score is the place of a step, from 1, and shows its weight. */
export const fromItsOptions: ScaleOf = ({ options }) =>
  ofSteps(options.map(({ text, weight }, at) => ({ score: at + 1, counts: weight, text, number: String(weight) })));
