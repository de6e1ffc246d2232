import { leftOutText } from '../answers';
import { saysHow } from '../inference';
import { methodTestText } from '../verdict';
import type { Findings } from './findings';
import { sectionOf, type SectionId } from './sections';
import { plannedView } from './views';

/** How a number of the findings came to be, for whoever doubts it. */
export interface Why {
  /** The formula, in words. */
  how: string;
  source: string;
  /** What was checked, or left out, in these data. */
  checked: string[];
  /** Whether p is exact, drawn or a limit; empty where there is none. */
  certainty: string;
}

type Words = Pick<Why, 'how' | 'source'>;

const PIECES = 'Cochran & Cox, Experimental Designs, chapter 4; Edgington & Onghena, Randomization Tests, chapter 6';
const MIXED =
  'Scores are the sum of a method, of a panelist, of a piece and of chance, fitted by restricted maximum likelihood; means are those of the model, intervals from Student’s t with Satterthwaite’s degrees of freedom, pairs by Tukey.';
const MIXED_SOURCE =
  'Lawless & Heymann, Sensory Evaluation of Food; Satterthwaite 1946, Biometrics Bulletin 2, 110-114';

/** Said of a section whatever the data. Sections that are lists of what happened need no formula. */
const WORDS: Readonly<Partial<Record<SectionId, Words>>> = {
  'rank-sums': {
    how: 'The ranks that panelists gave are added up by method; who ranked several times counts once, by the ranks of their mean ranks. Of the methods: pieces of one block are re-assigned to methods, everyone who ate from the block moving together, and it is counted how often rankings come out as far apart; where re-assignments are too few, F of the means of blocks. Of these pieces: Friedman’s chi-squared with correction for ties. Letters join what is not shown to differ.',
    source: `Conover, Practical Nonparametric Statistics, section 5.8; ISO 8587; ${PIECES}; letters by Piepho 2004`,
  },
  strength: {
    how: 'True mean ranks are taken to scatter about one another by an unknown amount; given what was seen, they are drawn many times, and it is counted how often each method comes out first. That the leader was picked out for leading is allowed for.',
    source:
      'Gelman et al., Bayesian Data Analysis, sections 5.4 and 10.4; Plackett-Luce strengths by Hunter 2004, The Annals of Statistics 32, 384-406',
  },
  liking: { how: MIXED, source: MIXED_SOURCE },
  scores: {
    how: `${MIXED} Of the methods, beside it: F of the means of blocks of pieces, or re-assignment within them.`,
    source: `${MIXED_SOURCE}; ${PIECES}`,
  },
  profile: {
    how: `Each word by itself: ${MIXED} p are adjusted over all words by the false discovery rate.`,
    source: `${MIXED_SOURCE}; Benjamini & Hochberg 1995, JRSS B 57, 289-300`,
  },
  scales: {
    how: `Each scale by itself: ${MIXED} p are adjusted over all of them by the false discovery rate.`,
    source: `${MIXED_SOURCE}; Benjamini & Hochberg 1995, JRSS B 57, 289-300`,
  },
  telling: {
    how: 'Right answers are counted and held against guessing by the binomial distribution; the share of people who truly tell is what is left once lucky guesses are taken out, and d′ is the distance that would give as many right answers. Of the methods: groups of people who share no piece, each by its mean.',
    source: 'ISO 4120, ISO 5495, ISO 10399; Ennis 1993, Journal of Sensory Studies 8, 353-370; Clopper & Pearson 1934',
  },
  'incomplete-ranking': {
    how: 'Everyone ranked some of the methods. Ranks within what somebody tasted, weighed by how much each could vary, are held against chance (Skillings-Mack); strengths are fitted so that the rankings that were given are the likeliest (Plackett-Luce).',
    source: 'Skillings & Mack 1981, Technometrics 23, 171-177; Hunter 2004, The Annals of Statistics 32, 384-406',
  },
  'best-worst': {
    how: 'How often a method was chosen as the best, less how often as the worst, of how often it was shown. Strengths are fitted so that the choices that were made are the likeliest: the best in proportion to its worth, the worst in inverse proportion; held against equal worths by the chi-squared limit.',
    source: `Marley & Louviere 2005, Journal of Mathematical Psychology 49, 464-480; ${PIECES}`,
  },
  practical: {
    how: 'Close to the best: the interval of the loss of liking, one-sided, lies below the margin. Of those, the easiest: methods are ranked in each of five criteria, and the ranks averaged.',
    source:
      'one-sided test of non-inferiority from the same model as liking; the five criteria are common practice, with no source',
  },
  map: {
    how: 'Mean scores by method, each scale with its mean taken out and of the same weight, turned so that the first axis holds as much of what differs as one can, and the second as much of the rest. Where a method might as well stand: panelists are drawn anew, and each map turned to fit the first. Liking points towards a method where somebody’s scores, laid along the map, say more than their own average.',
    source:
      'Jolliffe, Principal Component Analysis, chapters 2 and 3; Husson, Lê & Pagès 2005, Food Quality and Preference 16, 245-250; Lawless & Heymann, Sensory Evaluation of Food, chapter 18',
  },
  drivers: {
    how: 'Each person’s own level is taken out of liking and of each scale; the slope is how liking changes where the scale does, alone and with all other scales held. No test is made of it: samples differ in much besides, and few samples make many scales go together.',
    source: 'Lawless & Heymann, Sensory Evaluation of Food, chapter 18',
  },
  weighted: {
    how: `Every serving is the mean of its scales, each from its lowest to its highest step, by their weights; then as scores of liking are read: ${MIXED} Of the methods: F of the means of blocks of pieces, or re-assignment within them.`,
    source: `weights are the coordinator’s own, and adding scales up is common practice, with no source; ${MIXED_SOURCE}; ${PIECES}`,
  },
  words: {
    how: 'For each word, how often it was ticked for each method by those who judged all, held against shuffling within people (Cochran’s Q), p adjusted over the words by Holm; methods by McNemar’s exact test. The map places methods and words near each other where a word was ticked more than usual.',
    source:
      'Cochran 1950, Biometrika 37, 256-266; McNemar 1947, Psychometrika 12, 153-157; Holm 1979, Scandinavian Journal of Statistics 6, 65-70',
  },
  'just-right': {
    how: 'Mean liking of those who found it just right, less that of those who found too little, or too much; each person once, by their first serving. p by Welch, adjusted by Holm over methods and sides; intervals by resampling.',
    source:
      'Lawless & Heymann, Sensory Evaluation of Food, chapter 14; Welch 1947, Biometrika 34, 28-35; leaving groups below a fifth alone is common practice',
  },
  panel: {
    how: 'Groups: panelists are cut in two where their rankings differ most, and it is counted how often a cut as deep comes up in panels drawn from one Plackett-Luce model of them all. Position and carry-over: liking, or places turned round so that the best is the highest, with methods in the model and every sitting or set around its own mean.',
    source:
      'Hartigan, Clustering Algorithms, chapter 4; Efron & Tibshirani, An Introduction to the Bootstrap, section 6.5; Jones & Kenward, Design and Analysis of Cross-Over Trials, chapter 5',
  },
  panelists: {
    how: 'Scale by scale: each panelist’s own F of methods over repeated scores, the spread of repeated scores, and the correlation of own scores with the mean of the others; then the mean over the scales.',
    source: 'ISO 8586 and ISO 13299 (monitoring a panel)',
  },
  parts: {
    how: 'The planned test on the samples of one zone, or of one lot, alone, its level divided by the number of parts. Whether methods compare differently from zone to zone: what was said of a method in one zone less in the other, block by block, tested as methods are; of these pieces, person by person by ranks. From lot to lot: F of method by lot against what blocks of one lot differ by.',
    source: `Cochran & Cox, Experimental Designs, chapters 4 and 7; Edgington & Onghena, Randomization Tests, chapter 6; Holm 1979; Bonferroni`,
  },
  guesses: {
    how: 'How many named the method of their last sample rightly, of all ways to deal out the same samples to the same people: the share of ways with as many right names or more.',
    source:
      'Greville 1941, Annals of Mathematical Statistics 12, 350-354 (from memory); Clopper & Pearson 1934, Biometrika 26, 404-413',
  },
  kitchen: {
    how: 'Means over pieces of what the kitchen weighed and measured, with intervals of 95 % from Student’s t: the piece is the unit.',
    source: 'any textbook, such as Lawless & Heymann, Sensory Evaluation of Food, appendix I',
  },
};

/** @returns null for sections that only list what happened */
export function whyOf(found: Findings, id: SectionId): Why | null {
  const words = WORDS[id];
  if (!words || sectionOf(found, id) === undefined) return null;
  return { ...words, checked: checkedIn(found, id), certainty: certaintyOf(found, id) };
}

function checkedIn(found: Findings, id: SectionId): string[] {
  const left = found.leftOut.map(leftOutText);
  const liking =
    id === 'liking' ? sectionOf(found, 'liking') : id === 'scores' ? sectionOf(found, 'scores')?.liking : null;
  return [
    ...(liking ? [...liking.concerns, ...liking.leftOut.map(({ reason }) => reason)] : []),
    ...(liking && liking.concerns.length === 0
      ? ['Residuals were looked at, and nothing in them speaks against the model.']
      : []),
    ...left,
  ];
}

function certaintyOf(found: Findings, id: SectionId): string {
  if (id === 'rank-sums') {
    const { methodTest, overall } = sectionOf(found, 'rank-sums') ?? {};
    const bites = overall && overall.test !== null ? `Of these pieces: ${saysHow(overall.probability)}.` : '';
    return [methodTestText(methodTest ?? null), bites].filter(Boolean).join(' ');
  }
  const planned = plannedView(found)?.planned;
  if (planned && planned.of !== 'profile' && ['scores', 'telling', 'incomplete-ranking', 'best-worst'].includes(id))
    return methodTestText(planned.methodTest);
  return '';
}
