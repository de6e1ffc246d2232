import { counted, list } from '../format';
import type { AnsweredSet, Reading } from '../answers';
import type { BallotItem, Key, TastingBundle } from '../bundle';
import { captionOf, dots, legendOf, type Chart, type Dot, type MapChart } from '../charts';
import { SMALLEST_PANEL } from '../design';
import {
  cochranQ,
  correspondence,
  holm,
  type CochranQResult,
  type CorrespondenceResult,
  type Probability,
} from '../inference';
import { explored, factOf, nameIn, type SectionRecord, type SectionContext } from '../presentation';

/** One word of a check-all list. */
export interface WordFinding {
  word: string;
  /** Servings it was ticked for, by method, in the order of the methods. */
  times: number[];
  /** Whether it is ticked more for some methods than for others, by those who judged all; null where that cannot be tested. */
  probability: Probability | null;
  /** The same, for as many words as the list has. */
  adjustedP: number | null;
  differs: boolean;
  /** Of a word that differs: methods by id, of which one was ticked more often than the other. */
  apart: { more: string; less: string }[];
}

/** The words that were ticked, by method; about the pieces that were eaten. */
export interface WordsFinding {
  item: string;
  ask: string;
  /** Servings that somebody answered for, by method. */
  servings: number[];
  /** People who judged every method. */
  people: number;
  words: WordFinding[];
  /** Methods and words on one map: near each other where a word was ticked more than usual. Null where there is nothing to map. */
  map: { shares: number[]; methods: number[][]; words: number[][] } | null;
  sentence: string;
}

/** Relabelings for one word: many words are tried, and each is a hint. */
const DRAWS = 4000;

/**
 * Every check-all question: how often each word was ticked for each method, and which words tell methods apart.
 *
 * By Cochran's Q over people who judged all methods, with Holm's adjustment over the words of a list; which methods
 * are apart by McNemar's test within a word, adjusted again. A word counts for somebody who tasted a method several
 * times where they ticked it at least every other time. About these pieces: people are the unit.
 */
export function wordsFindings({ bundle, key, sets }: Reading): WordsFinding[] {
  const items = bundle.tasting.ballot.items.filter(({ kind }) => kind === 'check-all');
  if (items.length === 0) return [];
  return items.flatMap((item) => {
    const found = wordsOf(item, sets, bundle, key);
    return found.servings.some((count) => count > 0) ? [found] : [];
  });
}

/** What one person ticked for one method, each time that they tasted it. */
type Ticked = ReadonlySet<string>[];

function wordsOf(
  item: BallotItem,
  sets: readonly AnsweredSet[],
  { tasting, plan }: TastingBundle,
  key: Key,
): WordsFinding {
  const alpha = plan?.alpha ?? tasting.alpha;
  const methods = tasting.methods.map(({ id }) => id);
  const people = tickedBy(item, sets, methods.length);
  const whole = people.filter((own) => own.every((times) => times.length > 0));
  const servings = methods.map((_, at) => people.reduce((sum, own) => sum + own[at].length, 0));
  const tests = item.options.map(({ text }) =>
    cochranQ(
      whole.map((own) =>
        own.map((times) => Number(2 * times.filter((ticked) => ticked.has(text)).length >= times.length)),
      ),
      { seed: `${key.seed} ${item.id} ${text}`, draws: DRAWS },
    ),
  );
  const adjusted = adjustedPs(tests);
  const words = item.options.map(({ text }, at): WordFinding => {
    const test = tests[at];
    const differs = whole.length >= SMALLEST_PANEL && (adjusted[at] ?? 1) <= alpha;
    return {
      word: text,
      times: methods.map((_, method) => timesOf(people, method, text)),
      probability: test.test === null ? null : test.probability,
      adjustedP: adjusted[at],
      differs,
      apart: differs && test.test !== null ? apartOf(test, methods, alpha) : [],
    };
  });
  const table = methods.map((_, method) => words.map(({ times }) => times[method]));
  return {
    ...{ item: item.id, ask: item.ask, servings, people: whole.length, words },
    map: mapOf(correspondence(table)),
    sentence: sentenceOf(words, { people: whole.length, methods: methods.length }),
  };
}

function tickedBy(item: BallotItem, sets: readonly AnsweredSet[], methods: number): Ticked[][] {
  const people = new Map<string, Ticked[]>();
  for (const { panelist, samples, answers } of sets)
    for (const { code, method } of samples) {
      const answer = answers.find((one) => one.kind === 'words' && one.item === item.id && one.code === code);
      if (answer?.kind !== 'words') continue;
      const own = people.get(panelist) ?? Array.from({ length: methods }, (): Ticked => []);
      own[method].push(new Set(answer.words));
      people.set(panelist, own);
    }
  return [...people.values()];
}

const timesOf = (people: readonly Ticked[][], method: number, word: string): number =>
  people.reduce((sum, own) => sum + own[method].filter((ticked) => ticked.has(word)).length, 0);

/** By Holm over the words that can be tested; null for the others. */
function adjustedPs(tests: readonly ReturnType<typeof cochranQ>[]): (number | null)[] {
  const tested = tests.flatMap((test) => (test.test === null ? [] : [test.probability.p]));
  const adjusted = holm(tested);
  let at = 0;
  return tests.map((test) => (test.test === null ? null : adjusted[at++]));
}

const apartOf = ({ pairs }: CochranQResult, methods: readonly string[], alpha: number): WordFinding['apart'] =>
  pairs
    .filter(({ adjustedP }) => adjustedP <= alpha)
    .map(({ a, b, onlyA, onlyB }) =>
      onlyA > onlyB ? { more: methods[a], less: methods[b] } : { more: methods[b], less: methods[a] },
    );

const mapOf = (map: ReturnType<typeof correspondence>): WordsFinding['map'] =>
  isMapped(map) ? { shares: map.shares.slice(0, 2), methods: firstTwo(map.samples), words: firstTwo(map.words) } : null;

/** A map of one axis is a line: the counts say as much. */
const isMapped = (map: ReturnType<typeof correspondence>): map is CorrespondenceResult =>
  map.test !== null && map.shares.length > 1 && map.shares[1] > 1e-9;

const firstTwo = (places: readonly (readonly number[])[]): number[][] => places.map((place) => place.slice(0, 2));

function sentenceOf(words: readonly WordFinding[], { people, methods }: { people: number; methods: number }): string {
  const differing = words.filter(({ differs }) => differs).map(({ word }) => `“${word}”`);
  if (people < SMALLEST_PANEL || methods < 2)
    return `Words are counted here, not compared: that takes ${SMALLEST_PANEL} people who judged every method.`;
  if (differing.length === 0)
    return `No word was ticked more for one method than for another, as far as ${counted(people, 'person', 'people')} can tell.`;
  return `${list(differing)} ${differing.length === 1 ? 'was' : 'were'} ticked more for some of these pieces than for others.`;
}

/** Counts of each word, and what tells methods apart, a line a word. */
export const wordsLines = (
  { sentence, words, servings }: WordsFinding,
  nameOf: (id: string) => string,
  ids: readonly string[],
): string[] => [
  sentence,
  ...words.map(({ word, times, adjustedP, apart }) => {
    const said = ids.map((id, at) => `${nameOf(id)} ${times[at]} of ${servings[at]}`).join(', ');
    const pairs = apart.map(({ more, less }) => `${nameOf(more)} more than ${nameOf(less)}`).join(', ');
    const p = adjustedP === null ? '' : `; p = ${adjustedP.toPrecision(2)} for as many words`;
    return `${word}: ${said}${p}${pairs ? `; ${pairs}` : ''}`;
  }),
];

export const wordsSection: SectionRecord<WordsFinding[]> = {
  why: {
    how: 'For each word, how often it was ticked for each method by those who judged all, held against shuffling within people (Cochran’s Q), p adjusted over the words by Holm; methods by McNemar’s exact test. The map places methods and words near each other where a word was ticked more than usual.',
    source:
      'Cochran 1950, Biometrika 37, 256-266; McNemar 1947, Psychometrika 12, 153-157; Holm 1979, Scandinavian Journal of Statistics 6, 65-70',
  },
  lines: (all, context) => all.flatMap((one) => explored(one.ask, linesIn(one, context))),
  blocks: (all, context) => all.map((one) => factOf(one.ask, linesIn(one, context))),
  charts: (all, context) => all.flatMap((one) => [...wordsChart(one, context), ...wordsMapChart(context, one)]),
};

const linesIn = (one: WordsFinding, context: SectionContext): string[] =>
  wordsLines(
    one,
    nameIn(context),
    context.methods.map(({ id }) => id),
  );

function wordsChart({ item, sentence, words, servings }: WordsFinding, context: SectionContext): Chart[] {
  return dots({
    ...{ id: `words-${item}`, title: sentence, status: 'explored', unit: 'of servings, %', domain: [0, 100] },
    rows: words.map(({ word, times, differs }) => ({
      name: word,
      dots: context.methods.flatMap((_, place): Dot[] =>
        servings[place] > 0 ? [{ place, at: (100 * times[place]) / servings[place], interval: null }] : [],
      ),
      note: differs ? 'differ' : '',
    })),
    legend: legendOf(context),
  });
}

/** Words that were ticked, near the methods that they were ticked for. */
export function wordsMapChart(
  { methods }: Pick<SectionContext, 'methods'>,
  { item, sentence, words, map }: WordsFinding,
): MapChart[] {
  if (!map) return [];
  const isPlaced = (place: readonly number[] | undefined): boolean => place?.length === 2;
  return [
    {
      ...{ kind: 'map', id: `words-map-${item}`, title: sentence, status: 'explored', isPointing: false },
      caption: captionOf(
        'Correspondence analysis: a word stands near the methods that it was ticked for more than usual.',
        map.shares,
      ),
      methods: methods.flatMap(({ name }, place) =>
        isPlaced(map.methods[place])
          ? [{ name, place, at: [map.methods[place][0], map.methods[place][1]] as const, ellipse: null }]
          : [],
      ),
      words: words.flatMap(({ word, differs }, at) =>
        isPlaced(map.words[at])
          ? [{ name: word, at: [map.words[at][0], map.words[at][1]] as const, isBold: differs }]
          : [],
      ),
    },
  ];
}
