import type { Analysis, ItemKind, Test } from '../tasting';

/** Which of the two samples stands where in a set: 0 or 1. */
export type Sequence = readonly (0 | 1)[];

/** What a test is, before anybody tastes: where it is proposed, asked, served and locked. How it is read is in `core/src/planned`. */
export interface TestFacts {
  /** As people in the field call it. */
  name: string;
  /** What one gains by it, and what one loses, against another one. */
  gains: string;
  loses: string;
  /** Kinds of question that it can read; the first of them on the ballot is the planned one. */
  reads: readonly ItemKind[];
  /** The questions that it is usually asked with, beside comments; about the word of the decision where it asks for one. */
  asks: readonly { kind: ItemKind; about?: 'word'; unless?: 'word' }[];
  /**
   * Sets of two samples that are made for it, each to be used equally often; null where any methods are compared.
   *
   * Source: ISO 4120 (triangle), ISO 10399 (duo-trio), ISO 5495 (paired), ISO 8588 (A/not-A); Ennis & Jesionka 2011
   * (tetrad). A duo-trio has either sample as its reference equally often: with a constant one, every tray's first
   * code would be known to everybody. In a 3-AFC sample 1 is the one expected to be stronger, and stands once.
   */
  sequences: readonly Sequence[] | null;
  /** Whether it is about a best, which may be another one from part to part. */
  isOfBest: boolean;
  /** Of scores against a margin: to one side, or to both. */
  margin: { sides: 1 | 2 } | null;
  /** Whether it can show that samples are similar. A test that asks for one word is blind to every other difference. */
  showsSimilarity: boolean;
  /** What it is locked with: about methods, pieces as the unit; and about the pieces served, people as the unit. */
  analyses: { ofMethods: Analysis; ofServings: Analysis; incomplete?: Analysis };
}

const SCORES: Pick<TestFacts, 'reads' | 'asks' | 'sequences' | 'isOfBest'> = {
  ...{ reads: ['liking'], asks: [{ kind: 'liking' }], sequences: null, isOfBest: true },
};

/** A forced choice between two samples, right or wrong. */
const CHOICE: Pick<TestFacts, 'isOfBest' | 'margin' | 'analyses'> = {
  ...{ isOfBest: false, margin: null },
  analyses: { ofMethods: 'piece-clusters', ofServings: 'exact-binomial' },
};

const PAIR: readonly Sequence[] = [
  [0, 1],
  [1, 0],
];

export const TEST_FACTS: Readonly<Record<Test, TestFacts>> = {
  ranking: {
    name: 'Ranking',
    gains: 'Easy to answer, and no scale that people use each in their own way.',
    loses: 'Says which, not by how much.',
    reads: ['ranking'],
    asks: [
      { kind: 'liking', unless: 'word' },
      { kind: 'ranking', about: 'word' },
    ],
    ...{ sequences: null, isOfBest: true, margin: null, showsSimilarity: false },
    analyses: {
      ...{ ofMethods: 'piece-blocks-then-tukey', ofServings: 'friedman-then-pairs-holm' },
      incomplete: 'skillings-mack-then-strengths',
    },
  },
  liking: {
    name: 'Liking scores, 1 to 9',
    gains: 'Says by how much, on a scale that other tastings can be held against.',
    loses: 'People use the scale differently, so small differences hide.',
    ...{ ...SCORES, margin: null, showsSimilarity: false },
    analyses: { ofMethods: 'piece-blocks-then-tukey', ofServings: 'mixed-model-then-tukey' },
  },
  'non-inferiority': {
    name: 'Liking against a margin',
    gains: 'Can show that nothing is lost, which no test for difference can.',
    loses: 'Needs a margin stated beforehand, and more people.',
    ...{ ...SCORES, margin: { sides: 1 }, showsSimilarity: false },
    analyses: { ofMethods: 'piece-blocks-against-margin', ofServings: 'non-inferiority-mixed-model' },
  },
  equivalence: {
    name: 'Liking within a margin',
    gains: 'Says that they are liked alike, even where people can tell them apart.',
    loses: 'Needs a margin stated beforehand, and more people; says nothing of how they taste.',
    ...{ ...SCORES, margin: { sides: 2 }, showsSimilarity: true },
    analyses: { ofMethods: 'piece-blocks-within-margin', ofServings: 'equivalence-mixed-model' },
  },
  profile: {
    name: 'Attribute profile',
    gains: 'Says in which words the samples differ, and how strongly.',
    loses: 'Needs a panel that agrees on the words; says nothing of liking.',
    ...{ reads: ['line', 'category'], asks: [], sequences: null },
    ...{ isOfBest: false, margin: null, showsSimilarity: false },
    analyses: { ofMethods: 'piece-blocks-per-attribute-fdr', ofServings: 'mixed-model-per-attribute-fdr' },
  },
  triangle: {
    name: 'Triangle test',
    gains: 'No word is needed for the difference, and a guess is right only one time in three.',
    loses: 'Three portions each, and hard on tired or strong samples.',
    ...{ ...CHOICE, reads: ['triangle'], asks: [{ kind: 'triangle' }], showsSimilarity: true },
    sequences: [
      [0, 0, 1],
      [0, 1, 0],
      [1, 0, 0],
      [0, 1, 1],
      [1, 0, 1],
      [1, 1, 0],
    ],
  },
  'duo-trio': {
    name: 'Duo-trio test',
    gains: 'Easy when people know the reference well.',
    loses: 'A guess is right every second time, so it takes more people.',
    ...{ ...CHOICE, reads: ['duo-trio'], asks: [{ kind: 'duo-trio' }], showsSimilarity: true },
    sequences: [
      [0, 0, 1],
      [0, 1, 0],
      [1, 1, 0],
      [1, 0, 1],
    ],
  },
  '2-afc': {
    name: '2-AFC (directional pair)',
    gains: 'Only two portions each, and the most power when you know which word it is.',
    loses: 'Blind to every other difference.',
    ...{ ...CHOICE, reads: ['2-afc'], asks: [{ kind: '2-afc', about: 'word' }], showsSimilarity: false },
    sequences: PAIR,
  },
  '3-afc': {
    name: '3-AFC',
    gains: 'More power than a triangle when you know which word it is.',
    loses: 'Three portions each, and blind to every other difference.',
    ...{ ...CHOICE, reads: ['3-afc'], asks: [{ kind: '3-afc', about: 'word' }], showsSimilarity: false },
    sequences: [
      [0, 0, 1],
      [0, 1, 0],
      [1, 0, 0],
    ],
  },
  tetrad: {
    name: 'Tetrad test',
    gains: 'Finds the same difference with about a third of the people of a triangle.',
    loses: 'Four portions each.',
    ...{ ...CHOICE, reads: ['tetrad'], asks: [{ kind: 'tetrad' }], showsSimilarity: true },
    sequences: [
      [0, 0, 1, 1],
      [0, 1, 0, 1],
      [0, 1, 1, 0],
      [1, 0, 0, 1],
      [1, 0, 1, 0],
      [1, 1, 0, 0],
    ],
  },
  'a-not-a': {
    name: 'A / not A',
    gains: 'One sample at a time, so looks need not match.',
    loses: 'People must learn A first; the answer mixes what they taste with how ready they are to say yes.',
    ...{ ...CHOICE, reads: ['a-not-a'], asks: [{ kind: 'a-not-a' }], showsSimilarity: false },
    sequences: [[0], [1]],
    analyses: { ofMethods: 'piece-clusters', ofServings: 'a-not-a-exact' },
  },
  'same-different': {
    name: 'Same / different',
    gains: 'Two portions each, and no word is needed.',
    loses: 'The answer mixes what they taste with how ready they are to say "different".',
    ...{ ...CHOICE, reads: ['same-different'], asks: [{ kind: 'same-different' }], showsSimilarity: false },
    sequences: [
      [0, 0],
      [0, 1],
      [1, 0],
      [1, 1],
    ],
    analyses: { ofMethods: 'piece-clusters', ofServings: 'same-different-exact' },
  },
  'best-worst': {
    name: 'Best and worst',
    gains: 'Two taps each set, so many methods can be compared in small sets.',
    loses: 'Says nothing of the middle, and ranks less sharply than a ranking of the same set.',
    ...{ reads: ['best-worst'], asks: [{ kind: 'best-worst' }], sequences: null },
    ...{ isOfBest: true, margin: null, showsSimilarity: false },
    analyses: { ofMethods: 'piece-blocks-then-tukey', ofServings: 'best-worst-scores' },
  },
  'paired-preference': {
    name: 'Paired preference',
    gains: 'The easiest question there is, with the fewest portions.',
    loses: 'Two methods only, and no "by how much".',
    ...{ ...CHOICE, reads: ['paired-preference'], asks: [{ kind: 'paired-preference' }], showsSimilarity: false },
    sequences: PAIR,
    analyses: { ofMethods: 'piece-clusters', ofServings: 'paired-preference-binomial' },
  },
};

/** An analysis in words, for a sheet of paper, and whether it tests methods by their pieces. */
interface AnalysisFacts {
  name: string;
  ofMethods: boolean;
}

const ofMethods = (name: string): AnalysisFacts => ({ name: `about the methods: ${name}`, ofMethods: true });
const ofServings = (name: string): AnalysisFacts => ({ name, ofMethods: false });

export const ANALYSIS_FACTS: Readonly<Record<Analysis, AnalysisFacts>> = {
  'friedman-then-pairs-holm': ofServings('Friedman, then pairs of rank sums (Holm, shortened by the overall test)'),
  'piece-blocks-then-tukey': ofMethods(
    're-assigned within blocks of pieces, or F of blocks where those are few; pairs by Tukey on the error of pieces',
  ),
  'piece-blocks-against-margin': ofMethods('one-sided test against the margin on the error of pieces'),
  'piece-blocks-within-margin': ofMethods('two one-sided tests against the margin on the error of pieces'),
  'piece-blocks-per-attribute-fdr': ofMethods(
    'word by word, re-assigned within blocks of pieces, or F of blocks where those are few (false discovery rate)',
  ),
  'piece-clusters': ofMethods(
    'answers of groups of people who share no piece, all swaps of the methods or Student’s t; beside it the exact test of the pieces',
  ),
  'piece-clusters-of-similarity': ofMethods(
    'answers of groups of people who share no piece, Student’s t against the share that is to be ruled out; beside it the exact test of the pieces',
  ),
  'skillings-mack-then-strengths': ofServings('Skillings-Mack, then strengths (Plackett-Luce)'),
  'mixed-model-then-tukey': ofServings('mixed model, then pairs (Tukey)'),
  'non-inferiority-mixed-model': ofServings('mixed model, one-sided test against the margin'),
  'equivalence-mixed-model': ofServings('mixed model, two one-sided tests against the margin'),
  'mixed-model-per-attribute-fdr': ofServings('mixed model word by word (false discovery rate)'),
  'exact-binomial': ofServings('exact binomial, one-sided'),
  'exact-binomial-of-similarity': ofServings('exact binomial against the share that is to be ruled out, one-sided'),
  'a-not-a-exact': ofServings("Fisher's exact test of hits against false alarms, one-sided"),
  'same-different-exact': ofServings("Fisher's exact test of 'different' on unlike against like pairs, one-sided"),
  'best-worst-scores': ofServings('best less worst choices'),
  'paired-preference-binomial': ofServings('exact binomial, two-sided'),
};
