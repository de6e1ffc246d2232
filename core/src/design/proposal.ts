import type { DecisionKind, Tasting, Test } from '../bundle';
import { guideFor } from '../library';
import { inPercent, isOfTwoSamples, TEST_FACTS } from '../questions';

/** A test that could answer, and what taking it means. */
export interface Alternative {
  test: Test;
  /** What one gains by it, and what one loses, against the proposal. */
  gains: string;
  loses: string;
}

/** The test that Jacana proposes, with the reason in two sentences and the other ways. */
export interface Proposal {
  test: Test;
  why: [string, string];
  alternatives: Alternative[];
}

/** What a proposal goes by. */
export type ProposalInput = Pick<Tasting, 'decision' | 'methods' | 'panel' | 'product'>;

const CANDIDATES: Readonly<Record<DecisionKind, readonly Test[]>> = {
  'liked-best': ['ranking', 'liking', 'paired-preference', 'best-worst'],
  'told-apart': ['triangle', 'tetrad', 'duo-trio', 'same-different', 'a-not-a', '2-afc', 'ranking', 'profile'],
  'more-of': ['2-afc', '3-afc', 'ranking', 'profile'],
  'how-differ': ['profile', 'ranking', 'liking'],
  'good-enough': ['non-inferiority', 'paired-preference', 'liking'],
  similar: ['triangle', 'tetrad', 'duo-trio', 'equivalence'],
};

/**
 * Proposes the test for what is to be decided, from the number of methods, the panel at
 * hand and the product, and says why in two sentences.
 */
export function propose(input: ProposalInput): Proposal {
  const fitting = CANDIDATES[input.decision.kind].filter((test) => fits(test, input));
  const test = preferred(input, fitting);
  return {
    test,
    why:
      input.decision.kind === 'similar' && isOfTwoSamples(test)
        ? similarityReasons(input.decision, input.panel.length)
        : reasons(test, input),
    alternatives: fitting.filter((other) => other !== test).map((other) => ({ test: other, ...trade(other, input) })),
  };
}

/** What a test gains and loses; for one that was taken although another is proposed. */
export const trade = (test: Test, { decision }: Pick<ProposalInput, 'decision'>): Omit<Alternative, 'test'> => ({
  gains: TEST_FACTS[test].gains,
  loses: TEST_FACTS[test].loses,
  ...(decision.kind === 'similar' && test === 'tetrad' && TETRAD_OF_SIMILARITY),
});

const TETRAD_OF_SIMILARITY = {
  gains: 'People tell more in a tetrad, so the same share is ruled out of a smaller difference in taste.',
};

/**
 * Tests of two samples need two methods; while fewer are listed, nothing is ruled out. More
 * than two cannot be told apart by one test, and are ranked or described instead.
 */
const fits = (test: Test, { methods, decision }: ProposalInput): boolean =>
  isOfTwoSamples(test) ? methods.length <= 2 : decision.kind !== 'told-apart' || methods.length > 2;

function preferred({ decision, methods, panel, product }: ProposalInput, fitting: readonly Test[]): Test {
  if (decision.kind === 'liked-best' && methods.length === 2) return 'paired-preference';
  // Fewer people than a triangle usually takes, and a food of which four bites do no harm.
  const isShort = panel.length > 0 && panel.length < 24;
  if (decision.kind === 'told-apart' && fitting.includes('tetrad') && isShort && guideFor(product).mostSamples >= 6)
    return 'tetrad';
  return fitting[0] ?? 'ranking';
}

function rankingReasons(
  { kind, attribute }: ProposalInput['decision'],
  methods: number,
  portioned: string,
): [string, string] {
  switch (kind) {
    case 'told-apart':
      return [
        `A test of telling apart takes two methods, and there are ${methods}: list just two to use one.`,
        'Until then a ranking shows whether any of them is liked more than another.',
      ];
    case 'more-of':
      return [`Putting samples in order of how ${attribute || 'strong'} they are asks just your question.`, portioned];
    default:
      return [
        'An order from most to least liked asks just your question, without a scale that people use each in their own way.',
        portioned,
      ];
  }
}

/** The test is the one for a difference, and what it is to show is not. */
function similarityReasons({ mostTellers }: ProposalInput['decision'], people: number): [string, string] {
  return [
    `Finding no difference shows nothing: this test is planned to rule out that ${inPercent(mostTellers)} of people can tell.`,
    `It takes about as many people as to find that such a share can tell; the Plan stage shows ${people > 0 ? `how often ${people} people would show it` : 'how many'}.`,
  ];
}

function reasons(test: Test, { decision, methods, panel, product }: ProposalInput): [string, string] {
  const { mostSamples, name } = guideFor(product);
  const isMuch = methods.length > mostSamples;
  const portioned = isMuch
    ? `With ${methods.length} methods and about ${mostSamples} samples a mouth manages (${name.toLowerCase()}), each person tastes some of them and the plan balances who meets what.`
    : 'Everyone tastes every sample, so each person is compared only with themselves.';
  switch (test) {
    case 'ranking':
      return rankingReasons(decision, methods.length, portioned);
    case 'paired-preference':
      return [
        'With two methods "which do you prefer?" is the whole question, and the easiest to answer.',
        'An exact count decides, two-sided, since either could win.',
      ];
    case 'triangle':
      return [
        'Nobody needs a word for the difference, and a guess is right only one time in three.',
        `The exact binomial count decides; ${panel.length > 0 ? `the Plan stage shows what ${panel.length} people can find` : 'the Plan stage shows how many people it takes'}.`,
      ];
    case 'tetrad':
      return [
        `With ${panel.length} people a triangle would miss most differences, and a tetrad finds the same one with about a third of the people.`,
        'It costs four portions each instead of three, which this food allows.',
      ];
    case '2-afc':
      return [
        `You know what to ask about (${decision.attribute || 'name the word'}), so asking "which has more?" finds a difference with the fewest people.`,
        'Two portions each, and the exact binomial count decides.',
      ];
    case 'non-inferiority':
      return [
        'Only a margin stated beforehand can show "good enough"; a test that finds no difference shows nothing.',
        `Liking scores are compared with the reference: worse by ${decision.margin} ${decision.margin === 1 ? 'point' : 'points'} or more must be ruled out.`,
      ];
    case 'equivalence':
      return [
        'Only a margin stated beforehand can show that methods are liked alike; a test that finds no difference shows nothing.',
        `Liking scores are compared with the reference: a difference of ${decision.margin} ${decision.margin === 1 ? 'point' : 'points'} or more either way must be ruled out.`,
      ];
    case 'profile':
      return [
        'Scores on words that the panel agrees on say in what the samples differ, and how strongly.',
        'All words are tested together with the share of false finds held down.',
      ];
    default:
      return [TEST_FACTS[test].gains, portioned];
  }
}
