import { nanoid } from 'nanoid';
import type { BallotView, SavedAnswers } from '../app/api.generated';
import { deviceId, keep } from './memory';
import { actions, type BallotState, handedOver } from './state';
import type { BallotStore } from './store';

const PATIENCE_MS = [1000, 2000, 4000, 8000];
const TIMEOUT_MS = 10_000;

/** The server said no; trying again would not help. */
class Refused extends Error {
  constructor(
    readonly status: number,
    readonly kind: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * The postman between this device and the server. Answers wait in the state, which the
 * browser keeps, until the server acknowledges them; each has an id, so that sending one
 * twice stores it once. A dead network only means that they wait.
 */
export class Post {
  private isBusy = false;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly token: string,
    private readonly store: BallotStore,
  ) {}

  /** Starts keeping and sending whenever something changes. */
  start(): void {
    this.store.subscribe(() => {
      keep(this.token, this.store.getState());
      this.nudge();
    });
    window.addEventListener('online', () => this.retryNow());
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && this.retryNow());
    void this.open(false);
  }

  /** Opens the ballot here. @param takeOver stops another device that has it open */
  async open(takeOver: boolean): Promise<void> {
    try {
      this.store.dispatch(actions.opened(await this.send<BallotView>('open', { device: deviceId(), takeOver })));
      this.store.dispatch(actions.lineChanged('saved'));
      this.failures = 0;
      this.nudge();
    } catch (error) {
      if (error instanceof Refused) return this.refused(error);
      this.waitAndThen(() => void this.open(takeOver));
    }
  }

  /** Sends what is waiting, one letter at a time. */
  private nudge(): void {
    const { queue, handIn, refusal, ballot } = this.store.getState();
    if (this.isBusy || this.timer || refusal || !ballot || ballot.state !== 'open') return;
    if (queue.length > 0) void this.deliver(() => this.sendAnswers());
    else if (handIn) void this.deliver(() => this.sendHandIn());
  }

  private async deliver(work: () => Promise<void>): Promise<void> {
    this.isBusy = true;
    if (this.store.getState().line === 'saved') this.store.dispatch(actions.lineChanged('sending'));
    try {
      await work();
      this.failures = 0;
      this.isBusy = false;
      this.store.dispatch(actions.lineChanged('saved'));
    } catch (error) {
      this.isBusy = false;
      if (error instanceof Refused) return this.refused(error);
      this.waitAndThen(() => this.nudge());
    }
  }

  private async sendAnswers(): Promise<void> {
    const { queue, ballot } = this.store.getState();
    const letter = { device: deviceId(), sitting: ballot?.sitting, answers: queue.slice(0, 100) };
    const { saved } = await this.send<SavedAnswers>('answers', letter);
    this.store.dispatch(actions.acknowledged(saved));
  }

  private async sendHandIn(): Promise<void> {
    const state = this.store.getState();
    const letter = {
      device: deviceId(),
      id: state.handIn,
      sitting: state.ballot?.sitting,
      answers: handedOver(state),
    };
    this.store.dispatch(actions.opened(await this.send<BallotView>('hand-in', letter)));
  }

  private refused(error: Refused): void {
    if (error.kind === 'handed-in') return void this.open(false);
    const kind =
      error.kind === 'closed' || error.kind === 'elsewhere' ? error.kind : error.status === 404 ? 'missing' : 'problem';
    this.store.dispatch(actions.refused({ kind, message: error.message }));
  }

  private waitAndThen(again: () => void): void {
    const patience = PATIENCE_MS[Math.min(this.failures++, PATIENCE_MS.length - 1)];
    this.again = again;
    this.timer = setTimeout(() => this.retryNow(), patience);
    // Only now, since telling the store makes it look whether something is to be sent.
    this.store.dispatch(actions.lineChanged('waiting'));
  }

  private again: (() => void) | undefined;

  private retryNow(): void {
    if (!this.timer) return;
    clearTimeout(this.timer);
    this.timer = undefined;
    this.again?.();
  }

  private async send<T>(what: string, body: object): Promise<T> {
    const response = await fetch(`/api/ballots/${this.token}/${what}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(TIMEOUT_MS),
    });
    if (response.ok) return (await response.json()) as T;
    if (response.status >= 500 || response.status === 429) throw new Error('The server is not well; try again.');
    const refusal = (await response.json().catch(() => ({}))) as { error?: string; message?: string };
    throw new Refused(response.status, refusal.error ?? '', refusal.message ?? 'The server refused this.');
  }
}

export const newId = (): string => nanoid(14);

/** Whether everything that this panelist did has reached the server. */
export const isAllSaved = ({ queue, handIn, line }: BallotState): boolean =>
  queue.length === 0 && handIn === null && line === 'saved';
