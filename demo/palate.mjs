/**
 * What the salmon of the demo tastes of, beside how well it is liked: invented, like all of it.
 * Scales, words and comments are drawn from a seed, so that the file comes out the same each time.
 */
import { neutralQuestion } from '@jacana/core/library';
import { randomStream } from '@jacana/core/numeric';
import { scaleOf } from '@jacana/core/questions';

/** Points on a line of 100 by method: pan-seared, slow oven, steamed, poached; and what the belly has more of. */
const LINES = {
  juicy: { is: [48, 71, 57, 52], belly: 12 },
  firm: { is: [67, 42, 50, 58], belly: -13 },
  fishy: { is: [39, 46, 58, 33], belly: 6 },
  browned: { is: [81, 24, 8, 6], belly: 2 },
};

const MEANINGS = {
  juicy: 'how much liquid comes out in the first three bites',
  firm: 'how hard the teeth must press at the first bite',
  fishy: 'how strong the flavour of fish is, whatever else there is',
  browned: 'how strong the flavour of the browned surface is',
};

/** Steps away from just right: the seared ones are salted on the outside. Who minds it likes it less. */
const SALT = [0.7, 0.05, -0.6, -0.35];
const USUAL_LIKING = [6.5, 7.1, 5.1, 4.8];
const MINDED = 0.35;

/** How many times a word counts in the total of the house; below 0 the less, the better. */
const WEIGHTS = { juicy: 1, fishy: -1 };

/** How often a word fits, by method. */
const WORDS = {
  buttery: [0.55, 0.5, 0.15, 0.1],
  delicate: [0.1, 0.6, 0.45, 0.5],
  crisp: [0.75, 0.04, 0.02, 0.02],
  dry: [0.42, 0.08, 0.25, 0.3],
  watery: [0.04, 0.1, 0.4, 0.45],
  bland: [0.05, 0.15, 0.35, 0.4],
};

const COMMENTS = {
  2: 'One of them fell apart into big flakes, that was the best by far.',
  5: 'Too salty on the outside, and dry in the middle of the thick piece.',
  8: 'The thin pieces were all good, I could hardly put them in order.',
  11: 'Two tasted of water.',
  15: 'I missed some colour on most of them. The browned one was dry, though.',
  17: 'The fat pieces were softer; I would order the browned one of those.',
  20: 'Please bring them warmer.',
  22: 'Delicate, flakes, not dry at all: the third one for me.',
};

export const PALATE_ITEMS = [
  ...Object.keys(LINES).map((word) => ({
    ...neutralQuestion(word, 'line', { word, definition: MEANINGS[word], low: `not ${word}`, high: `very ${word}` }),
    ...(WEIGHTS[word] && { weight: WEIGHTS[word] }),
  })),
  neutralQuestion('salty', 'just-right', { word: 'salty' }),
  {
    ...neutralQuestion('fits', 'check-all'),
    options: Object.keys(WORDS).map((text) => ({ text, weight: 0 })),
  },
];

/** Gives every answer on taste the value that the palate has, and some people a comment. */
export function withPalate(ballots, { plan, key }, methods) {
  const random = randomStream('reedbed-salmon', 'demo palate');
  const place = new Map(methods.map(({ id }, at) => [id, at]));
  return ballots.map((ballot, who) => {
    const zoneOf = new Map(plan.servings[who].sets.flatMap(({ zone, codes }) => codes.map((code) => [code, zone])));
    const level = 9 * random.normal();
    const answers = ballot.answers.map((answer) => {
      const item = PALATE_ITEMS.find(({ id }) => id === answer.item);
      if (!item) return answer;
      const tasted = {
        method: place.get(key.codes[answer.code]),
        isBelly: zoneOf.get(answer.code) === 'belly',
        liking: ballot.answers.find((other) => other.item === 'liking' && other.code === answer.code).score,
      };
      return { ...answer, ...valueOf(item, tasted, { random, level }) };
    });
    return { ...ballot, answers: [...answers, ...commentOf(who, ballot)] };
  });
}

function valueOf(item, { method, isBelly, liking }, { random, level }) {
  if (item.kind === 'check-all')
    return { words: Object.keys(WORDS).filter((word) => random.fraction() < WORDS[word][method]) };
  const { low, high } = scaleOf(item);
  const within = (score) => Math.min(high, Math.max(low, score));
  if (item.kind === 'just-right') {
    const minded = MINDED * (USUAL_LIKING[method] - liking) * Math.sign(SALT[method]);
    return { score: within(Math.round((low + high) / 2 + SALT[method] + minded + 0.35 * random.normal())) };
  }
  const { is, belly } = LINES[item.id];
  const points = is[method] + (isBelly ? belly : 0) + level + 13 * random.normal();
  return { score: within(Math.round(points * 10) / 10) };
}

function commentOf(who, { panelist, answers }) {
  const text = COMMENTS[who + 1];
  if (!text) return [];
  const when = { at: answers.at(-1).at, by: 'panelist', reason: '' };
  return [{ id: `comment-${panelist}`, ...when, kind: 'comment', item: 'comment', text }];
}
