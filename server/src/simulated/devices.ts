import type { Product, ChainStep } from '@jacana/core/bundle';
import {
  isOver,
  kitchenState,
  pieceOf,
  type KitchenState,
  type ProbeSpan,
  type Reading,
  isCooking,
} from '@jacana/core/kitchen';
import { coolOne, simulatedCore, type SimulatedPiece, type SimulatedSoFar } from '@jacana/core/simulate';
import type { KitchenEntryView, KitchenLogView } from '../kitchen/kitchenLog.dto';
import type { DeviceToken, ReadingInput } from '../readings/readings.dto';

/** What is asked of a server; thrown at when it does not answer. */
export interface Server {
  get: (path: string) => Promise<unknown>;
  post: (path: string, body: object, token?: string) => Promise<unknown>;
}

interface Kitchen {
  product: Product;
  methods: { method: string; chain: ChainStep[]; pieces: { tag: string }[] }[];
}

export const THERMOMETER = 'Simulated thermometer';
export const SCALE = 'Simulated scale';
const CHANNELS = 8;
const IN_THE_ROOM = 21.5;
const USUAL_GRAMS = 250;
/** A logger that was away sends what it kept, this far apart. */
const BACKLOG_EVERY_MS = 10_000;
const MOST_AT_ONCE = 1500;
/** A probe that was left in since yesterday is flat: an old demo must not send days of it. */
const FLAT_AFTER_MS = 24 * 3_600_000;

/** Entries of the contract lie flat; the core has what they say in a body. */
function stateOf(entries: readonly KitchenEntryView[]): KitchenState {
  return kitchenState(
    entries.map(({ id, at, storedAt, by, ...body }) => ({ id, at, storedAt, by, body })) as Parameters<
      typeof kitchenState
    >[0],
  );
}

/**
 * A thermometer with eight channels and a scale that are not there. They know of the kitchen what its log says,
 * and send what conduction makes of that, through the same door as any other device.
 */
export class SimulatedDevices {
  private tokens = { thermometer: '', scale: '' };
  /** Up to when each probe in a piece has sent, and how warm the piece was then. */
  private readonly sent = new Map<string, { upTo: number; soFar: SimulatedSoFar }>();

  constructor(
    private readonly server: Server,
    private readonly tasting: string,
    private readonly everyMs: number,
  ) {}

  async open(): Promise<void> {
    const open = async (name: string, measures: string): Promise<string> =>
      ((await this.server.post(`/api/tastings/${this.tasting}/devices`, { name, measures })) as DeviceToken).token;
    this.tokens = { thermometer: await open(THERMOMETER, 'celsius'), scale: await open(SCALE, 'grams') };
  }

  /** Measures once, up to a moment, and sends it. What could not be sent is measured again the next time. */
  async measure(now: number): Promise<void> {
    const path = `/api/tastings/${this.tasting}`;
    const [kitchen, log] = await Promise.all([
      this.server.get(`${path}/kitchen`),
      this.server.get(`${path}/kitchen-log`),
    ]);
    const state = stateOf((log as KitchenLogView).entries);
    const pieces = piecesOf(kitchen as Kitchen, state);
    await this.sendProbes(state, pieces, now);
    await this.send(this.tokens.scale, 1, [{ at: now, value: onTheScale(state, pieces) }]);
  }

  private async sendProbes(state: KitchenState, pieces: Map<string, SimulatedPiece>, now: number): Promise<void> {
    const own = state.probes.filter(({ device }) => device === THERMOMETER);
    for (let channel = 1; channel <= CHANNELS; channel++) {
      const spans = own.filter((span) => span.channel === channel);
      for (const span of spans) await this.sendSpan(span, pieces.get(span.piece), now);
      if (!spans.some(({ to }) => to === null))
        await this.send(this.tokens.thermometer, channel, [{ at: now, value: IN_THE_ROOM + (channel % 3) / 10 }]);
    }
  }

  private async sendSpan(span: ProbeSpan, piece: SimulatedPiece | undefined, now: number): Promise<void> {
    const name = `${span.channel} ${span.from}`;
    const before = this.sent.get(name);
    const since = before?.upTo;
    const to = Math.min(now, span.to === null ? Infinity : Date.parse(span.to));
    const isLate = since === undefined || to - since > 4 * Math.max(BACKLOG_EVERY_MS, this.everyMs);
    const everyMs = isLate ? Math.max(BACKLOG_EVERY_MS, this.everyMs) : this.everyMs;
    const from = since === undefined ? Date.parse(span.from) : since + everyMs;
    if (!piece || from > to || now - Date.parse(span.from) > FLAT_AFTER_MS) return;
    const { readings, soFar } = simulatedCore(piece, this.tasting, { from, to, everyMs }, before?.soFar);
    await this.send(this.tokens.thermometer, span.channel, readings);
    this.sent.set(name, { upTo: readings[readings.length - 1].at, soFar });
  }

  private async send(token: string, channel: number, measured: readonly Reading[]): Promise<void> {
    const readings = measured.map(({ at, value }): ReadingInput => ({
      channel,
      at: new Date(at).toISOString(),
      value,
    }));
    for (let at = 0; at < readings.length; at += MOST_AT_ONCE)
      await this.server.post('/api/readings', { readings: readings.slice(at, at + MOST_AT_ONCE) }, token);
  }
}

function piecesOf({ product, methods }: Kitchen, state: KitchenState): Map<string, SimulatedPiece> {
  const tags = methods.flatMap(({ pieces }) => pieces.map(({ tag }) => tag));
  // By its tags a kitchen is the same wherever it is brought in.
  const cool = coolOne(tags, tags.join());
  return new Map(
    methods.flatMap(({ chain, pieces }) =>
      pieces.map(({ tag }) => {
        const { grams, steps } = pieceOf(state, tag);
        const piece = { tag, product, chain, steps, grams: grams[0]?.value ?? USUAL_GRAMS, isCool: tag === cool };
        return [tag, piece] as const;
      }),
    ),
  );
}

/** Share of the mass that is gone once a piece has been through the heat. */
const LOST = 0.08;

/** What lies on the scale: a piece whose weighing has begun, or one that waits for it. */
function onTheScale(state: KitchenState, pieces: ReadonlyMap<string, SimulatedPiece>): number {
  const weighed = [...pieces.values()].find(({ chain, steps }) =>
    chain.some(({ id, kind }) => kind === 'weigh' && steps.get(id)?.startedAt && !isOver(steps.get(id)!)),
  );
  const done = [...pieces.values()].find(
    ({ tag, chain, steps }) =>
      pieceOf(state, tag).grams.length === 1 && chain.some((step) => isCooking(step) && steps.get(step.id)?.doneAt),
  );
  const piece = weighed ?? done;
  if (!piece) return 0;
  return Math.round(10 * piece.grams * (piece === weighed ? 1 : 1 - LOST)) / 10;
}
