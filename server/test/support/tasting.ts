import { defaultTasting, type Tasting } from '@jacana/core/bundle';
import type { Agent } from 'supertest';

export const METHODS = ['Pan-seared', 'Slow oven', 'Steamed', 'Poached'];

/** What the coordinator saves: a design, with methods and people. */
export type Draft = Omit<Tasting, 'createdAt' | 'panel'> & { panel: { id: string; name: string }[] };

export function draft(change: Partial<Draft> = {}, methods = 3, panelists = 6): Draft {
  const defaults = defaultTasting();
  return {
    ...defaults,
    title: 'Salmon',
    question: 'Which way of cooking salmon is liked best?',
    ballotTitle: 'Thursday panel',
    methods: METHODS.slice(0, methods).map((name, at) => ({
      id: `method-${at}-secret`,
      name,
      note: `note on ${name}`,
      steps: '',
      chain: [],
      equipment: '',
      reference: at === 0,
    })),
    panel: Array.from({ length: panelists }, (_, at) => ({ id: `panelist-${at}`, name: `Panelist ${at + 1}` })),
    quantities: { ...defaults.quantities, pieceGrams: 50_000 },
    piecesPerMethod: 2,
    ...change,
  };
}

/** Creates a tasting and saves its draft; returns its id. */
export async function drafted(coordinator: Agent, plan: Draft = draft()): Promise<string> {
  const { body } = await coordinator
    .post('/api/tastings')
    .send({ title: plan.title || 'Untitled' })
    .expect(200);
  await saveDraft(coordinator, body.id, plan).expect(200);
  return body.id as string;
}

/** Saves a draft that was made from a version; a new tasting has the first. */
export const saveDraft = (agent: Agent, id: string, plan: unknown, version = 1) =>
  agent.put(`/api/tastings/${id}/draft`).send({ version, draft: plan });

let entries = 0;
/** An entry of the caveat ledger, as a device sends it. */
export const caveat = (said: object, id = `entry-${++entries}`) => ({
  ...{ id, at: '2026-03-05T18:00:00.000Z', kind: 'noted' },
  ...said,
});

export const note = (agent: Agent, id: string, ...said: object[]) =>
  agent.post(`/api/tastings/${id}/caveats`).send({ entries: said.map((one) => caveat(one)) });

export async function locked(coordinator: Agent, plan: Draft = draft()): Promise<string> {
  const id = await drafted(coordinator, plan);
  await coordinator.post(`/api/tastings/${id}/lock`).expect(200);
  return id;
}

/** The ballot tokens in seat order. */
export async function tokens(coordinator: Agent, id: string): Promise<string[]> {
  const { body } = await coordinator.get(`/api/tastings/${id}/links`).expect(200);
  return (body as { address: string }[]).map((link) => link.address.split('/b/')[1]);
}

export const device = (number: number): string => `device-${number}`;

/** Opens and hands in one ballot: ranks the codes as `order` says, scores by place. */
export async function handInBallot(
  agent: Agent,
  token: string,
  number: number,
  order: (codes: string[]) => string[] = (codes) => [...codes].sort(),
): Promise<string[]> {
  const { body } = await agent
    .post(`/api/ballots/${token}/open`)
    .send({ device: device(number), takeOver: false })
    .expect(200);
  const codes = order(codesOf(body));
  await agent.post(`/api/ballots/${token}/hand-in`).send(handIn(number, codes)).expect(200);
  return codes;
}

/** The samples on an opened ballot, set by set. */
export const codesOf = ({ sets }: { sets: { codes: string[] }[] }): string[] => sets.flatMap((set) => set.codes);

export const liking = (code: string, score: number, id: string) => ({ id, kind: 'score', item: 'liking', code, score });
export const ranking = (codes: string[][], id: string) => ({
  id,
  kind: 'ranking',
  item: 'ranking',
  set: 0,
  ranking: codes,
});

export const handIn = (number: number, codes: string[]) => ({
  device: device(number),
  id: `hand-in-${number}`,
  sitting: 1,
  answers: [
    ...codes.map((code, place) => liking(code, 9 - place, `liking-${code}`)),
    ranking(
      codes.map((code) => [code]),
      'ranking-0',
    ),
  ] as object[],
});
