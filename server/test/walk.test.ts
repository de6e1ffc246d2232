import { defaultTasting } from '@jacana/core/bundle';
import { neutralQuestion } from '@jacana/core/library';
import type { Sheet } from '@jacana/core/sheets';
import { WorkersService } from '../src/jobs/workers.service';
import { startServer, type Running } from './support/running';
import { device, draft, locked, note, tokens, type Draft } from './support/tasting';

/** Whatever can be written into a plan, followed to every place where someone reads it, and to none where it tells. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

/** A word that stands in one field alone, so that it can be found again; long, so that no code or hash holds it. */
const word = (field: string): string => `Quill${field}`;

const item = (
  id: string,
  kind: 'liking' | 'ranking' | 'line' | 'category' | 'check-all' | 'just-right' | 'comment',
) => ({
  ...neutralQuestion(id, kind),
  ask: word(`Ask${id}`),
});

/** One step with something in every part of it. */
const step = {
  ...{ id: 's', kind: 'heat' as const, name: word('ChainStep'), minutes: { usual: 20 }, equipment: 'oven' as const },
  ...{ celsius: 180, setting: word('Setting'), hands: 'start' as const, swaps: true },
  ...{ every: { what: word('Again'), times: 2 }, until: { celsius: 52, where: word('Where') } },
  ...{ wait: { most: 30 }, doses: [{ name: word('Dose'), perKilogram: 3 }] },
};

const plan: Draft = {
  ...defaultTasting(),
  ...{ title: word('Title'), question: word('Question'), ballotTitle: word('BallotTitle') },
  methods: [0, 1, 2].map((at) => ({
    id: `m${at}`,
    name: word(`Method${'ABC'[at]}`),
    note: word(`Note${'ABC'[at]}`),
    steps: at === 0 ? '' : `${word(`Steps${'ABC'[at]}`)} 20 min`,
    chain: at === 0 ? [step] : [],
    equipment: word(`Equipment${'ABC'[at]}`),
    reference: at === 0,
  })),
  constants: [
    { id: 'c', name: word('Constant'), target: word('Target'), tolerance: word('Tolerance'), check: word('Check') },
  ],
  bundled: [{ id: 'b', method: 'm1', text: word('Bundled') }],
  lots: [
    { id: 'l0', name: word('LotA') },
    { id: 'l1', name: word('LotB') },
  ],
  halves: true,
  takenAlike: word('Alike'),
  zones: [
    { id: 'z0', name: word('ZoneA') },
    { id: 'z1', name: word('ZoneB') },
  ],
  panel: Array.from({ length: 7 }, (_, at) => ({ id: `p${at}`, name: word(`Person${'ABCDEFG'[at]}`) })),
  ballot: {
    items: [
      item('Liking', 'liking'),
      {
        ...item('Line', 'line'),
        attribute: word('Attribute'),
        definition: word('Definition'),
        low: word('Low'),
        high: word('High'),
      },
      {
        ...item('Category', 'category'),
        attribute: word('Step'),
        options: [
          { text: word('StepA'), weight: 1 },
          { text: word('StepB'), weight: 7.25 },
        ],
      },
      { ...item('Just', 'just-right'), attribute: word('Right'), low: word('TooLittle'), high: word('TooMuch') },
      {
        ...item('Words', 'check-all'),
        options: [
          { text: word('TickA'), weight: 0 },
          { text: word('TickB'), weight: 0 },
        ],
      },
      { ...item('Ranking', 'ranking'), low: word('Bottom'), high: word('Top') },
      item('Comment', 'comment'),
    ],
  },
  service: { ...defaultTasting().service, together: 3, warmUp: true, seatsPerFlight: 4 },
  quantities: { ...draft().quantities },
  piecesPerMethod: 2,
};

type Place =
  | 'plan'
  | 'kitchen'
  | 'kitchen-screen'
  | 'run'
  | 'trays'
  | 'portioning'
  | 'links'
  | 'board'
  | 'server-card'
  | 'ballot'
  | 'bundle'
  | 'csv'
  | 'findings'
  | 'report';
const BLIND: Place[] = ['trays', 'portioning', 'board', 'server-card', 'ballot', 'links'];

/** Where each field is read. In a place of {@link BLIND} only what is listed may stand. */
const READ_IN: Record<string, Place[]> = {
  Title: ['plan', 'kitchen', 'bundle', 'csv', 'findings', 'report'],
  Question: ['plan', 'bundle', 'findings', 'report'],
  BallotTitle: ['trays', 'portioning', 'server-card', 'ballot', 'links', 'bundle'],
  MethodA: ['plan', 'kitchen', 'kitchen-screen', 'run', 'bundle', 'csv', 'findings', 'report'],
  NoteA: ['kitchen', 'kitchen-screen', 'bundle'],
  StepsB: ['kitchen', 'kitchen-screen', 'run', 'bundle'],
  ChainStep: ['plan', 'kitchen', 'kitchen-screen', 'run', 'bundle'],
  Setting: ['plan', 'kitchen', 'kitchen-screen', 'run', 'bundle'],
  Again: ['plan', 'kitchen', 'kitchen-screen', 'run', 'bundle'],
  Where: ['plan', 'kitchen', 'kitchen-screen', 'run', 'bundle'],
  Dose: ['plan', 'kitchen', 'kitchen-screen', 'run', 'bundle'],
  Oven: ['run', 'bundle'],
  Cook: ['run', 'bundle'],
  EquipmentC: ['kitchen', 'kitchen-screen', 'bundle'],
  Constant: ['plan', 'kitchen', 'kitchen-screen', 'bundle'],
  Target: ['plan', 'kitchen', 'kitchen-screen', 'bundle'],
  Tolerance: ['plan', 'kitchen', 'kitchen-screen', 'bundle'],
  Check: ['plan', 'kitchen', 'kitchen-screen', 'bundle'],
  Bundled: ['plan', 'kitchen', 'kitchen-screen', 'bundle', 'findings', 'report'],
  LotA: ['plan', 'kitchen', 'kitchen-screen', 'bundle', 'csv'],
  LotB: ['plan', 'kitchen', 'kitchen-screen', 'bundle', 'csv'],
  Alike: ['plan', 'kitchen', 'bundle', 'findings', 'report'],
  ZoneA: ['plan', 'trays', 'portioning', 'board', 'bundle', 'csv', 'findings', 'report'],
  ZoneB: ['plan', 'trays', 'portioning', 'board', 'bundle', 'csv', 'findings', 'report'],
  PersonA: ['plan', 'trays', 'links', 'board', 'bundle', 'csv'],
  // The ballot that is looked at is the last seat's: it greets its own panelist, and names nobody else.
  PersonG: ['plan', 'trays', 'links', 'board', 'ballot', 'bundle', 'csv'],
  AskLiking: ['plan', 'ballot', 'bundle'],
  AskRanking: ['plan', 'ballot', 'bundle'],
  AskLine: ['plan', 'ballot', 'bundle', 'findings', 'report'],
  AskComment: ['plan', 'ballot', 'bundle', 'findings', 'report'],
  Attribute: ['plan', 'ballot', 'bundle', 'csv'],
  Definition: ['plan', 'ballot', 'bundle'],
  Low: ['plan', 'ballot', 'bundle'],
  High: ['plan', 'ballot', 'bundle'],
  StepA: ['plan', 'ballot', 'bundle', 'findings', 'report'],
  StepB: ['plan', 'ballot', 'bundle', 'findings', 'report'],
  TooLittle: ['plan', 'ballot', 'bundle', 'findings', 'report'],
  TickA: ['plan', 'ballot', 'bundle', 'findings', 'report'],
  Bottom: ['plan', 'ballot', 'bundle'],
  Top: ['plan', 'ballot', 'bundle'],
  Caveat: ['bundle', 'findings', 'report'],
  GateReason: ['bundle', 'findings', 'report'],
  Device: ['bundle'],
  KitchenNote: ['bundle'],
  Remark: ['bundle', 'csv', 'findings', 'report'],
};

/** What a sheet of paper says, as text. */
async function paper(who: 'coordinator' | 'kitchen' | 'server' | 'reader', id: string, sheet: string): Promise<string> {
  const drawing = jest.spyOn(running.app.get(WorkersService), 'paper');
  await running.as[who].get(`/api/tastings/${id}/sheets/${sheet}`).expect(200);
  const given: Sheet = drawing.mock.calls[0][0];
  drawing.mockRestore();
  return JSON.stringify(given);
}

interface Opened {
  sets: { codes: string[] }[];
}

/** Scores from end to end of every scale, ticks a word, ranks in turn, and says something. */
function answersOf({ sets }: Opened, seat: number): object[] {
  const about = (number: number, code: string) => [
    { kind: 'score', item: 'Liking', code, score: 1 + ((seat + number) % 9) },
    { kind: 'score', item: 'Line', code, score: (seat * 13 + number) % 100 },
    { kind: 'score', item: 'Category', code, score: 1 + ((seat + number) % 2) },
    { kind: 'score', item: 'Just', code, score: number === 0 ? -2 : 2 },
    { kind: 'words', item: 'Words', code, words: [word('TickA')] },
  ];
  return [
    ...sets.flatMap(({ codes }) => codes.flatMap((code, number) => about(number, code))),
    ...sets.map(({ codes }, set) => ({ kind: 'ranking', item: 'Ranking', set, ranking: codes.map((code) => [code]) })),
    ...(seat === 2 ? [{ kind: 'comment', item: 'Comment', text: word('Remark') }] : []),
  ].map((answer, at) => ({ id: `answer-${seat}-${at}`, ...answer }));
}

const range = {
  equipment: [{ id: 'o', name: word('Oven'), kind: 'oven', places: 2, perPlace: 4, shared: true }],
  cooks: [word('Cook')],
  served: [{ sitting: 1, flight: 1, at: '2026-11-26T17:00:00.000Z' }],
};

/** Words that are written in the kitchen on the day. */
async function cookedAt(id: string): Promise<void> {
  const { kitchen } = running.as;
  const { body } = await kitchen.get(`/api/tastings/${id}/kitchen`).expect(200);
  const piece = (body as { methods: { pieces: { tag: string }[] }[] }).methods[0].pieces[0].tag;
  const device = word('Device');
  await kitchen.post(`/api/tastings/${id}/devices`).send({ name: device, measures: 'celsius' }).expect(200);
  const readings = [{ channel: 1, at: '2026-11-26T16:00:00Z', value: 20 }];
  await kitchen.post(`/api/tastings/${id}/devices/${device}/readings`).send({ readings }).expect(200);
  const entries = [
    { kind: 'probed', piece, device, channel: 1, where: 'core' },
    { kind: 'noted', pieces: [piece], text: word('KitchenNote') },
    { kind: 'gate', piece, decision: 'served-all-the-same', because: word('GateReason') },
  ].map((entry, at) => ({ id: `walk-entry-${at}`, at: '2026-11-26T16:00:00Z', ...entry }));
  await kitchen.post(`/api/tastings/${id}/kitchen-log`).send({ entries }).expect(200);
}

describe('what is written into a plan', () => {
  const said = {} as Record<Place, string>;
  beforeAll(async () => {
    const { as, stranger } = running;
    const id = await locked(as.coordinator, plan);
    const text = async (who: keyof typeof as, path: string): Promise<string> =>
      (await as[who].get(`/api/tastings/${id}${path}`).expect(200)).text;
    said.plan = await paper('coordinator', id, 'plan');
    said.kitchen = await paper('kitchen', id, 'kitchen');
    said['kitchen-screen'] = await text('kitchen', '/kitchen');
    await as.kitchen.put(`/api/tastings/${id}/range`).send({ version: 0, range }).expect(200);
    said.run = await paper('kitchen', id, 'run');
    said.trays = await paper('server', id, 'trays');
    said.portioning = (await paper('server', id, 'portioning')) + (await text('server', '/portioning'));
    said.links = await paper('coordinator', id, 'links');
    await note(as.kitchen, id, { text: word('Caveat') }).expect(200);
    await cookedAt(id);
    for (const [seat, token] of (await tokens(as.coordinator, id)).entries()) {
      const who = device(seat);
      const opened = await stranger.post(`/api/ballots/${token}/open`).send({ device: who, takeOver: false });
      said.ballot = opened.text;
      const whole = { device: who, id: `hand-in-${seat}`, sitting: 1, answers: answersOf(opened.body as Opened, seat) };
      await stranger.post(`/api/ballots/${token}/hand-in`).send(whole).expect(200);
    }
    said.board = await text('server', '/board');
    said['server-card'] = await text('server', '/card');
    await as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    said.bundle = await text('coordinator', '/bundle');
    said.csv = await text('coordinator', '/csv');
    said.findings = await text('reader', '/findings');
    said.report = await paper('reader', id, 'report');
  });

  it.each(Object.keys(READ_IN))('%s stands wherever it is needed', (field) => {
    const missing = READ_IN[field].filter((place) => !new RegExp(`${word(field)}(?![A-Za-z])`).test(said[place]));
    expect(missing).toEqual([]);
  });

  it.each(Object.keys(READ_IN))('%s stands nowhere that blind eyes could read it and should not', (field) => {
    const open = BLIND.filter((place) => !READ_IN[field].includes(place));
    expect(open.filter((place) => new RegExp(`${word(field)}(?![A-Za-z])`).test(said[place]))).toEqual([]);
  });

  it('names every field that a plan has words in', () => {
    const written = new Set(JSON.stringify(plan).match(/Quill[A-Za-z]+/g));
    const followed = Object.keys(READ_IN).map((field) => field.replace(/[A-G]$/, ''));
    const forgotten = [...written]
      .map((one) => one.slice('Quill'.length))
      .filter((one) => !followed.some((field) => one.startsWith(field)));
    expect(forgotten.filter((one) => !/^(Ask|Right|Step|TooMuch|Tick)/.test(one))).toEqual([]);
  });

  it('is told to the kitchen for every method and piece, and codes to nobody there', () => {
    const bundle = JSON.parse(said.bundle) as { pieces: { tag: string }[]; key: { codes: Record<string, string> } };
    expect(bundle.pieces).toHaveLength(3 * 2);
    for (const { tag } of bundle.pieces)
      for (const place of ['kitchen', 'kitchen-screen', 'portioning'] as const)
        expect(said[place]).toContain(`"${tag}"`);
    for (const code of Object.keys(bundle.key.codes)) {
      for (const place of ['kitchen', 'kitchen-screen'] as const) expect(said[place]).not.toContain(`"${code}"`);
      for (const place of ['trays', 'portioning', 'plan'] as const)
        expect(said[place]).toMatch(new RegExp(`\\b${code}\\b`));
    }
  });

  it('counts a category as what it was given, on the way to the CSV', () => {
    const [header, ...lines] = said.csv.trim().split(/\r?\n/);
    const column = header.split(',').indexOf(word('Step'));
    expect(column).toBeGreaterThan(0);
    expect(new Set(lines.map((line) => line.split(',')[column]))).toEqual(new Set(['1', '7.25']));
    expect(lines).toHaveLength(7 * 2 * 3);
  });
});
