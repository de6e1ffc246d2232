import {
  bundleSchema,
  noRange,
  noRecords,
  TESTS,
  type Answer,
  type Ballot,
  type Tasting,
  type TastingBundle,
  type Test,
} from '../../src/bundle';
import { isAgainstMargin } from '../../src/questions';
import { isOfTwoSamples, lockPlan, lockProblems } from '../../src/design';
import { neutralQuestion, usualBallot } from '../../src/library';
import { randomStream } from '../../src/numeric';
import { simulateBallots } from '../../src/simulate';
import { AT, notBlind, noted, simpleTasting } from './bundles';

/** One generated tasting, by the name that its answers are kept under. */
export interface Generated {
  name: string;
  bundle: TastingBundle;
}

/** Ways to plan one test: sizes, service and what goes wrong on the day. */
const WAYS = [
  { methods: 3, panelists: 10, pieces: 3, service: {}, zones: 0, lots: 0, hasReference: true, isMessy: false },
  {
    methods: 5,
    panelists: 14,
    pieces: 4,
    service: { together: 3 },
    zones: 0,
    lots: 4,
    hasReference: false,
    isMessy: true,
  },
  {
    ...{ methods: 4, panelists: 9, pieces: 6, zones: 2, lots: 3, hasReference: true, isMessy: true },
    service: { sittings: 2, warmUp: true, codes: 'own' as const },
  },
] as const;

const named = (kind: string, many: number) =>
  Array.from({ length: many }, (_, at) => ({ id: `${kind}${at}`, name: `${kind} ${at}` }));

function tastingOf(test: Test, way: (typeof WAYS)[number], number: number): Tasting {
  const methods = isOfTwoSamples(test) ? 2 : way.methods;
  const base = simpleTasting({ ...way, methods, tasting: { test } });
  const asked = usualBallot(test, 'crisp');
  const more = test === 'profile' ? [neutralQuestion('juicy', 'line' as const, { word: 'juicy' })] : [];
  const beside = way.isMessy
    ? (['liking', 'line', 'just-right', 'check-all', 'comment', 'guess'] as const)
        .filter((kind) => asked.every((item) => item.kind !== kind))
        .map((kind) => neutralQuestion(`beside-${kind}`, kind, { word: 'salty' }))
    : [];
  const hasReference = way.hasReference || isAgainstMargin(test);
  const isRanking = test === 'ranking' || test === 'paired-preference';
  return {
    ...base,
    title: `${test} ${number}`,
    lots: named('lot', way.lots),
    zones: named('zone', way.zones),
    decision: { ...base.decision, attribute: 'crisp' },
    methods: base.methods.map((method, at) => ({ ...method, reference: hasReference && at === 0 })),
    ballot: { items: [...more, ...asked, ...beside].map((item) => ({ ...item, ties: isRanking && way.isMessy })) },
    service: { ...base.service, ...way.service },
  };
}

/** An answer that a coordinator typed in later from what the panelist said. */
const corrected = (answer: Answer): Answer => ({
  ...answer,
  ...{ id: `${answer.id}-again`, at: '2026-03-05T18:10:00.000Z', by: 'Ines', reason: 'Misread' },
});

/** What goes wrong: one does not hand in, one skips half, one says everything twice. */
const onTheDay = (ballots: Ballot[]): Ballot[] =>
  ballots.map((ballot, at) => {
    if (at === 1) return { ...ballot, handedInAt: null };
    if (at === 3) return { ...ballot, answers: ballot.answers.slice(0, Math.ceil(ballot.answers.length / 2)) };
    if (at === 4) return { ...ballot, answers: [...ballot.answers, ...ballot.answers.map(corrected)] };
    return ballot;
  });

function generated(test: Test, way: (typeof WAYS)[number], number: number): Generated {
  const tasting = tastingOf(test, way, number);
  const problems = lockProblems(tasting);
  if (problems.length > 0) throw new Error(`${tasting.title}: ${problems[0].message}`);
  const locked = lockPlan(tasting, { seed: tasting.title, salt: '0123456789abcdef', lockedAt: AT });
  const world = {
    ...{ liking: tasting.methods.map((_, at) => 5 + ((at + number) % 3)), disagreement: 0.8, noise: 0.8 },
    ...{ pieceSpread: way.isMessy ? 0.4 : 0, noShows: way.isMessy ? 0.1 : 0 },
  };
  const ballots = simulateBallots({ tasting, ...locked }, world, randomStream(tasting.title, 'panel'), AT);
  const about = { pieces: [locked.pieces[0].tag], panelists: [] };
  const records = way.isMessy
    ? { ...noRecords(), caveats: [noted('late', 'One piece waited', about), notBlind('p5')] }
    : noRecords();
  return {
    name: tasting.title,
    bundle: bundleSchema.parse({
      ...{ format: 'jacana-tasting', version: 3, tasting, ...locked, range: noRange(), records },
      seal: { closedAt: AT, unsealedAt: AT, unsealedBy: 'Ines' },
      ballots: way.isMessy ? onTheDay(ballots) : ballots,
    }),
  };
}

/** Tastings of every planned test in every way, the same in each run. */
export const generatedTastings = (): Generated[] =>
  TESTS.flatMap((test) => WAYS.map((way, number) => generated(test, way, number)));
