/**
 * An entry of the kitchen log in words, as it is read beside its time.
 *
 * Use it to show what was done, not to compute with: that is the state.
 *
 * Common practice, no source.
 *
 * @example
 * entryText({ kind: 'mass', piece: 'K4', grams: 412 }, []) // '412 g'
 */
import type { ChainStep, CheckId, GateDecision, KitchenEntry } from '../../tasting';

type Body = KitchenEntry['body'];
type NamedStep = Pick<ChainStep, 'id' | 'name'> & Pick<Partial<ChainStep>, 'every'>;

const CHECKED: Record<CheckId, string> = {
  cold: 'cold enough',
  'cool-water': 'water cool enough',
  turned: 'turned and covered',
  thawed: 'thawed through',
};

interface Words {
  /** Of the step that it is about, and what is done in it again and again. */
  name: string;
  again: string;
  warm: (celsius: number) => string;
}

/** What is decided on a piece, in words. */
export const GATE_WORDS: Record<GateDecision, string> = {
  passed: 'passed',
  withdrawn: 'withdrawn',
  'served-all-the-same': 'served anyway',
};

const SAID: { [Kind in Body['kind']]: (body: Extract<Body, { kind: Kind }>, words: Words) => string } = {
  started: (_body, { name }) => `${name}: begun`,
  done: (_body, { name }) => `${name}: over`,
  skipped: ({ because }, { name }) => `${name}: left out, ${because}`,
  acted: (_body, { name, again }) => `${name}: ${again}`,
  checked: ({ check, isSo }, { name }) => `${name}: ${CHECKED[check]}, ${isSo ? 'yes' : 'no'}`,
  photo: () => 'photo',
  mass: ({ grams }) => `${grams} g`,
  temperature: ({ celsius }, { warm }) => warm(celsius),
  thickness: ({ millimetres }) => `${millimetres} mm`,
  dose: ({ grams, name }) => `${grams} g of ${name}`,
  noted: ({ text }) => `“${text}”`,
  probed: ({ where, device, channel }) => `probe in (${where}): ${device}, channel ${channel}`,
  unprobed: ({ device, channel }) => `probe out: ${device}, channel ${channel}`,
  gate: ({ decision, because }) => [`gate: ${GATE_WORDS[decision]}`, because].filter(Boolean).join(', '),
  redone: ({ piece, as }) => `${as} in place of ${piece}`,
  settled: ({ noted }) => (noted ? 'a departure was noted as a caveat' : 'a departure was found not to matter'),
  replanned: () => 'the rest was planned anew',
  undone: () => 'taken back',
};

/**
 * @param chain of the method that the entry's piece is cooked by
 * @param warm how a temperature is written
 */
export function entryText(
  body: Body,
  chain: readonly NamedStep[],
  warm: Words['warm'] = (celsius) => `${celsius} °C`,
): string {
  const step = 'step' in body ? chain.find(({ id }) => id === body.step) : undefined;
  const say = SAID[body.kind] as (body: Body, words: Words) => string;
  return say(body, { name: step?.name ?? 'a step', again: step?.every?.what ?? 'done once more', warm });
}
