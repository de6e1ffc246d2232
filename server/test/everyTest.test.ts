import { answerKindOf, scopeOf, scaleOf, TESTS, type BallotItem, type Test } from '@jacana/core/bundle';
import { isOfTwoSamples } from '@jacana/core/design';
import { neutralQuestion, usualBallot } from '@jacana/core/library';
import { startServer, type Running } from './support/running';
import { device, draft, locked, tokens } from './support/tasting';

/** Every planned test, from the draft to the findings and back in as a bundle, over the API alone. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

interface OpenedBallot {
  sitting: number;
  sets: { codes: string[] }[];
  items: BallotItem[];
}

/** An answer to everything that is asked; what it says does not matter. */
function answersTo({ items, sets }: OpenedBallot, seat: number): object[] {
  const codes = sets.flatMap((set) => set.codes);
  return items.flatMap((item): object[] => {
    const kind = answerKindOf(item);
    switch (scopeOf(item)) {
      case 'afterwards':
        return [];
      case 'ballot':
        return seat % 2 === 0 ? [{ kind, item: item.id, text: 'as it was' }] : [];
      case 'sample': {
        if (kind === 'words') return codes.map((code) => ({ kind, item: item.id, code, words: [] }));
        const { low, high } = scaleOf(item);
        const value = { score: (seat * 7) % 2 === 0 ? low : high };
        return codes.map((code) => ({ kind, item: item.id, code, ...value }));
      }
      case 'set':
        return sets.map((set, at) => ({ kind, item: item.id, set: at, ...comparison(item, set.codes, seat) }));
    }
  });
}

function comparison(item: BallotItem, codes: string[], seat: number): object {
  switch (item.kind) {
    case 'ranking':
      return { ranking: codes.map((code) => [code]) };
    case 'best-worst':
      return { best: codes[0], worst: codes[1] };
    case 'same-different':
      return { choice: [seat % 3 === 0 ? 'same' : 'different'] };
    case 'a-not-a':
      return { choice: [seat % 3 === 0 ? 'a' : 'not-a'] };
    case 'tetrad':
      return { choice: codes.slice(0, 2) };
    default:
      return { choice: [codes[codes.length - 1]] };
  }
}

const words = [
  neutralQuestion('crisp', 'line', { word: 'crisp' }),
  neutralQuestion('juicy', 'category', { word: 'juicy' }),
];
const ballotFor = (test: Test): BallotItem[] => [...(test === 'profile' ? words : []), ...usualBallot(test, '')];

const decisionFor = (test: Test) => ({
  ...draft().decision,
  kind: test === 'equivalence' ? ('similar' as const) : draft().decision.kind,
});

it.each(TESTS)('%s goes from the draft to its findings, and comes back in', async (test) => {
  const { as, stranger } = running;
  const service = { ...draft().service, together: 3, replicates: 2, warmUp: true, codes: 'own' as const };
  const extras = isOfTwoSamples(test)
    ? {}
    : { zones: ['loin', 'belly'].map((id) => ({ id, name: id })), lots: ['a', 'b'].map((id) => ({ id, name: id })) };
  const methods = isOfTwoSamples(test) ? 2 : 3;
  const id = await locked(
    as.coordinator,
    draft({ test, service, decision: decisionFor(test), ...extras, ballot: { items: ballotFor(test) } }, methods, 8),
  );
  for (const [seat, token] of (await tokens(as.coordinator, id)).entries()) {
    const who = device(seat);
    const { body } = await stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: who, takeOver: false })
      .expect(200);
    const answers = answersTo(body as OpenedBallot, seat).map((answer, at) => ({ id: `answer-${at}`, ...answer }));
    const whole = { device: who, id: `hand-in-${seat}`, sitting: 1, answers };
    await stranger.post(`/api/ballots/${token}/hand-in`).send(whole).expect(200);
  }
  await as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
  const seal = (await as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200)).body;
  expect(seal.matches).toBe(true);
  const found = (await as.reader.get(`/api/tastings/${id}/findings`).expect(200)).body;
  expect(found).toMatchObject({ test, leftOut: [], fingerprint: { matches: true } });
  expect(found.verdict.sentence).not.toBe('');
  const bundle = (await as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body;
  const copy = (await as.coordinator.post('/api/import').send(bundle).expect(200)).body.id;
  const again = (await as.reader.get(`/api/tastings/${copy}/findings`).expect(200)).body;
  // The title has a number where another of that name is here.
  expect({ ...again, title: found.title }).toEqual(found);
});
