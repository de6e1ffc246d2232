import type { ChainStep, KitchenEntry, Piece, Problem } from '@jacana/core/bundle';
import { chainOf, kitchenState, piecesNow } from '@jacana/core/kitchen';
import type { NewEntry } from '../log/log.service';

type Body = KitchenEntry['body'];

interface Kitchen {
  planned: readonly Piece[];
  methods: readonly { id: string; steps: string; chain: ChainStep[] }[];
  log: readonly KitchenEntry[];
  devices: readonly string[];
}

/** What an entry may be about: it grows with every entry that is looked at, so that one letter may hold several. */
export class KnownKitchen {
  /** The method of each piece, by its tag. */
  private readonly pieces: Map<string, string>;
  private readonly steps: Map<string, Set<string>>;
  private readonly entries: Set<string>;
  private readonly redone: Set<string>;
  private readonly devices: Set<string>;

  constructor({ planned, methods, log, devices }: Kitchen) {
    const state = kitchenState(log);
    this.pieces = new Map(piecesNow(planned, state).map(({ tag, method }) => [tag, method]));
    this.steps = new Map(methods.map((method) => [method.id, new Set(chainOf(method).map(({ id }) => id))]));
    this.entries = new Set(log.map(({ id }) => id));
    this.redone = new Set(state.redone.keys());
    this.devices = new Set(devices);
  }

  problemsOf({ id, body }: NewEntry<Body>, field: string): Problem[] {
    const isNew = !this.entries.has(id);
    const isBackToNothing = 'of' in body && !this.entries.has(body.of);
    this.entries.add(id);
    const problem = (part: string, message: string): Problem[] => [{ field: `${field}.${part}`, message }];
    const named = 'piece' in body ? [body.piece] : 'pieces' in body ? body.pieces : [];
    const stray = named.find((tag) => !this.pieces.has(tag));
    if (stray !== undefined) return problem('piece', `No piece has the tag ${stray}.`);
    if (!named.every((tag) => this.hasStep(tag, body))) return problem('step', 'Its method has no such step.');
    if ('device' in body && !this.devices.has(body.device))
      return problem('device', `There is no device "${body.device}" here.`);
    if (isBackToNothing) return problem('of', 'There is no such entry.');
    if (body.kind === 'redone' && isNew) return this.begunAnew(body, problem);
    return isReasonMissing(body) ? problem('because', 'Say why: it stands in the findings.') : [];
  }

  private hasStep(tag: string, body: Body): boolean {
    return !('step' in body) || (this.steps.get(this.pieces.get(tag) ?? '')?.has(body.step) ?? false);
  }

  private begunAnew(
    { piece, as }: Extract<Body, { kind: 'redone' }>,
    problem: (part: string, message: string) => Problem[],
  ): Problem[] {
    if (this.pieces.has(as)) return problem('as', `Another piece has the tag ${as}.`);
    if (this.redone.has(piece)) return problem('piece', `${piece} is being cooked again already.`);
    this.pieces.set(as, this.pieces.get(piece) ?? '');
    this.redone.add(piece);
    return [];
  }
}

const isReasonMissing = (body: Body): boolean =>
  body.kind === 'gate' && body.decision !== 'passed' && body.because.trim() === '';
