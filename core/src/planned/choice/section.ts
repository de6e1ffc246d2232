import { pText } from '../../format';
import { dots, oneDot, times100, type Chart } from '../../charts';
import {
  dash,
  pShort,
  text,
  type Block,
  type SectionRecord,
  type SectionStatus,
  type SectionContext,
} from '../../presentation';
import { methodTestText, similarityText } from '../../verdict';
import { methodTestBlocks, methodTestLines } from '../basis/methodTest';
import type { Telling } from './outcome';

/** Two samples: how many were right, or preferred one. */
export const choiceSection: SectionRecord<Telling> = {
  why: {
    how: 'Right answers are counted and held against guessing by the binomial distribution; the share of people who truly tell is what is left once lucky guesses are taken out, and d′ is the distance that would give as many right answers. Of the methods: groups of people who share no piece, each by its mean.',
    source: 'ISO 4120, ISO 5495, ISO 10399; Ennis 1993, Journal of Sensory Studies 8, 353-370; Clopper & Pearson 1934',
    certainty: ({ methodTest }) => methodTestText(methodTest),
  },
  lines: (choice) => [...methodTestLines(choice.methodTest), ...figureLines(choice)],
  blocks: ({ result, similarity, methodTest }): Block[] => {
    const figures =
      result.test === null
        ? result.reason
        : `${result.test}${similarity ? ', for a difference' : ''}: p ${pText(result.p)}.`;
    return [...methodTestBlocks(methodTest), ...(similarity ? [text(similarityText(similarity))] : []), text(figures)];
  },
  charts: choiceChart,
};

function figureLines({ result, similarity }: Telling): string[] {
  if (result.test === null) return [result.reason];
  const dPrime =
    'dPrime' in result ? `, d' ${result.dPrime === null ? 'beyond any number' : dash(result.dPrime, 3)}` : '';
  return [
    ...(similarity ? [similarityText(similarity)] : []),
    `${result.test}${similarity ? ', for a difference' : ''}, ${pShort(result.p)}${dPrime}`,
  ];
}

function choiceChart({ result, replicated }: Telling, context: SectionContext, status: SectionStatus): Chart[] {
  if (result.test === 'paired-preference') return preferredChart(context, result, status);
  if (result.test !== 'forced-choice') return [];
  const { pd, pdInterval } = replicated ?? result;
  return dots({
    ...{ id: 'tellers', status, unit: 'of people, %', domain: [0, 100] },
    title: `${result.correct} of ${result.n} answers were right`,
    rows: [{ name: 'Truly tell them apart', ...oneDot(null, 100 * pd, times100(pdInterval)), note: '' }],
  });
}

function preferredChart(
  { methods }: SectionContext,
  { shareA, exactInterval }: { shareA: number; exactInterval: readonly [number, number] },
  status: SectionStatus,
): Chart[] {
  return dots({
    ...{ id: 'preference', status, unit: 'of those with a preference, %', domain: [0, 100] },
    title: `Share that prefers ${methods[0].name}`,
    rows: [{ name: methods[0].name, ...oneDot(0, 100 * shareA, times100(exactInterval)), note: '' }],
    marks: [{ at: 50, name: 'even' }],
  });
}
