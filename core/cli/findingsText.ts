import { ANSWER_SECTIONS, headlineFirst, sectionLines, type Findings } from '../src/findings';

/** Findings as lines: the answer, what it rests on, and what was looked at beside it. */
export function findingsText(found: Findings): string {
  const answer = headlineFirst(found, [...ANSWER_SECTIONS, 'strength', 'liking']);
  return [
    `${found.title}: ${found.question}`,
    '',
    found.verdict.sentence,
    found.verdict.support,
    '',
    ...sectionLines(found, answer),
    '',
    ...sectionLines(
      found,
      BESIDE.filter((id) => !answer.includes(id)),
    ),
    `Fingerprint ${found.fingerprint.matches ? 'matches' : 'DOES NOT MATCH'}: ${found.fingerprint.stated}`,
    ...sectionLines(found, ['next']),
  ].join('\n');
}

const BESIDE = [
  ...(['sensitivity', 'parts', 'weighted', 'practical', 'scales', 'map', 'drivers', 'words', 'just-right'] as const),
  ...(['collected', 'kitchen', 'panel', 'panelists', 'service', 'guesses', 'limits'] as const),
];
