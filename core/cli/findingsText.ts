import { sectionLines, type Findings } from '../src/findings';

/** Findings as lines: the answer, what it rests on, and what was looked at beside it. */
export function findingsText(found: Findings): string {
  return [
    `${found.title}: ${found.question}`,
    '',
    found.verdict.sentence,
    found.verdict.support,
    '',
    ...sectionLines(found, ANSWER),
    '',
    ...sectionLines(found, BESIDE),
    `Fingerprint ${found.fingerprint.matches ? 'matches' : 'DOES NOT MATCH'}: ${found.fingerprint.stated}`,
    ...sectionLines(found, ['next']),
  ].join('\n');
}

const ANSWER = [
  ...(['rank-sums', 'incomplete-ranking', 'scores', 'profile', 'telling', 'best-worst'] as const),
  ...(['strength', 'liking'] as const),
];
const BESIDE = [
  ...(['sensitivity', 'parts', 'weighted', 'practical', 'scales', 'map', 'drivers', 'words', 'just-right'] as const),
  ...(['collected', 'kitchen', 'panel', 'panelists', 'service', 'guesses', 'limits'] as const),
];
