import { findingsText } from '../../cli/findingsText';
import { TESTS, mainItem, type BallotItem, type Test } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { findings, sectionOf, type Findings } from '../../src/findings';
import { neutralQuestion, usualBallot } from '../../src/library';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle } from '../support/bundles';

/** Whatever a ballot may ask beside the planned question, some section answers it: nothing that people said is silent. */

const BESIDE: BallotItem[] = [
  neutralQuestion('liking-2', 'liking'),
  neutralQuestion('line-1', 'line', { word: 'crisp' }),
  // Two scales of one word are two scales.
  neutralQuestion('line-2', 'line', { word: 'crisp' }),
  {
    ...neutralQuestion('category-1', 'category', { word: 'brown' }),
    options: [
      { text: 'pale', weight: 0 },
      { text: 'golden', weight: 2 },
      { text: 'dark', weight: 5 },
    ],
  },
  neutralQuestion('right-1', 'just-right', { word: 'salty' }),
  neutralQuestion('words-1', 'check-all'),
  neutralQuestion('guess-1', 'guess'),
];

/** Ids of the questions that a section reads. */
const readIn = (found: Findings, bundle: ReturnType<typeof asking>): Set<string> => {
  const { tasting } = bundle;
  const liked = tasting.ballot.items.find(({ kind }) => kind === 'liking')?.id;
  const profiled =
    tasting.test === 'profile' ? tasting.ballot.items.filter(({ kind }) => ['line', 'category'].includes(kind)) : [];
  return new Set(
    [
      mainItem(tasting)?.id,
      sectionOf(found, 'liking') && liked,
      ...profiled.map(({ id }) => id),
      ...(sectionOf(found, 'scales')?.items ?? []),
      ...(sectionOf(found, 'words') ?? []).map(({ item }) => item),
      ...(sectionOf(found, 'just-right') ?? []).map(({ item }) => item),
      ...(sectionOf(found, 'collected') ?? []).map(({ item }) => item),
    ].flatMap((id) => id ?? []),
  );
};

function asking(test: Test) {
  const own = usualBallot(test, 'crisp').filter(({ kind }) => kind !== 'comment');
  const taken = new Set(own.map(({ id }) => id));
  const items = [...own, ...BESIDE.filter(({ id }) => !taken.has(id))];
  return simulatedBundle({
    methods: isOfTwoSamples(test) ? 2 : 3,
    panelists: 12,
    pieces: 3,
    tasting: { test, ballot: { items } },
  });
}

it.each(TESTS.map((test) => [test]))('%s: every question has a section, in report and command line too', (test) => {
  const bundle = asking(test);
  const found = findings(bundle);
  const read = readIn(found, bundle);
  const asked = bundle.tasting.ballot.items.filter(({ kind }) => kind !== 'guess').map(({ id }) => id);
  expect(asked.filter((id) => !read.has(id))).toEqual([]);
  // Nothing is read twice where it is no analysis of its own.
  const listed = (sectionOf(found, 'collected') ?? []).map(({ item }) => item);
  const twice = listed.filter((id) => sectionOf(found, 'scales')?.items.includes(id));
  expect(twice.filter((id) => id !== 'category-1')).toEqual([]);
  const scales = sectionOf(found, 'scales');
  if (test !== 'profile')
    expect(scales?.profile.rows.map(({ attribute }) => attribute)).toEqual(
      expect.arrayContaining(['crisp', 'crisp 2']),
    );
  for (const text of [findingsText(found), JSON.stringify(reportSheet(found, bundle))])
    for (const { ask } of bundle.tasting.ballot.items.filter(({ kind }) => ['check-all', 'just-right'].includes(kind)))
      expect(text).toContain(ask);
  if (scales)
    for (const text of [findingsText(found), JSON.stringify(reportSheet(found, bundle))])
      expect(text).toContain(scales.sentence);
});
