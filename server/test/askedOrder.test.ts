import { neutralQuestion, usualBallot } from '@jacana/core/library';
import { startServer, type Running } from './support/running';
import { device, draft, locked, tokens } from './support/tasting';

/** Words and attributes in an order of each panelist's own. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const WORDS = ['crisp', 'earthy', 'sweet', 'bitter', 'smoky', 'nutty'];
const items = [
  ...usualBallot('ranking', ''),
  { ...neutralQuestion('check', 'check-all'), options: WORDS.map((text) => ({ text, weight: 0 })) },
];
type Shown = { id: string; options: { text: string }[] }[];
async function shown(token: string, number: number): Promise<string> {
  const body = { device: device(number), takeOver: false };
  const reply = await running.stranger.post(`/api/ballots/${token}/open`).send(body).expect(200);
  const list = (reply.body.items as Shown).find(({ id }) => id === 'check');
  return (list?.options ?? []).map(({ text }) => text).join('; ');
}

it.each(['none', 'words'] as const)(
  'reads %s as the plan has it, the same again, and as the CSV says',
  async (ownOrders) => {
    const { service } = draft();
    const id = await locked(running.as.coordinator, draft({ ballot: { items }, service: { ...service, ownOrders } }));
    const links = await tokens(running.as.coordinator, id);
    const orders: string[] = [];
    for (const [at, token] of links.entries()) orders.push(await shown(token, at));
    expect(new Set(orders).size > 1).toBe(ownOrders === 'words');
    for (const order of orders) expect(order.split('; ').sort()).toEqual([...WORDS].sort());
    if (ownOrders === 'none') expect(orders[0]).toBe(WORDS.join('; '));
    expect(await shown(links[0], 0)).toBe(orders[0]);
    const [head, ...lines] = (await running.as.coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text
      .trim()
      .split('\n');
    const column = head.split(',').indexOf('check-all as shown');
    orders.forEach((order, at) => {
      const own = lines.filter((line) => line.includes(`,Panelist ${at + 1},`));
      expect(own.length).toBeGreaterThan(0);
      for (const line of own) expect(line.split(',')[column]).toBe(order);
    });
  },
);
