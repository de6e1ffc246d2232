import type { Agent } from 'supertest';

export const METHODS = ['Pan-seared', 'Slow oven', 'Steamed', 'Poached'];

export interface Draft {
  title: string;
  question: string;
  ballotTitle: string;
  methods: { id: string; name: string; note: string; reference: boolean }[];
  panel: { id: string; name: string }[];
  liking: boolean;
  ties: boolean;
  piecesPerMethod: number;
  alpha: number;
}

export function draft(change: Partial<Draft> = {}, methods = 3, panelists = 6): Draft {
  return {
    title: 'Salmon',
    question: 'Which way of cooking salmon is liked best?',
    ballotTitle: 'Thursday panel',
    methods: METHODS.slice(0, methods).map((name, at) => ({
      id: `method-${at}-secret`,
      name,
      note: `note on ${name}`,
      reference: at === 0,
    })),
    panel: Array.from({ length: panelists }, (_, at) => ({ id: `panelist-${at}`, name: `Taster ${at + 1}` })),
    liking: true,
    ties: false,
    piecesPerMethod: 2,
    alpha: 0.05,
    ...change,
  };
}

/** Creates a tasting and saves its draft; returns its id. */
export async function drafted(coordinator: Agent, plan: Draft = draft()): Promise<string> {
  const { body } = await coordinator
    .post('/api/tastings')
    .send({ title: plan.title || 'Untitled' })
    .expect(200);
  await coordinator.put(`/api/tastings/${body.id}/draft`).send(plan).expect(200);
  return body.id as string;
}

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
  const codes = order(body.codes as string[]);
  await agent.post(`/api/ballots/${token}/hand-in`).send(handIn(number, codes)).expect(200);
  return codes;
}

export const handIn = (number: number, codes: string[]) => ({
  device: device(number),
  id: `hand-in-${number}`,
  liking: codes.map((code, place) => ({ code, score: 9 - place })),
  ranking: codes.map((code) => [code]),
  comment: '',
});
