import { nanoid } from 'nanoid';
import type { BallotView, MarkedAnswers, SavedAnswers, TrayOut } from '../client/api.generated';
import { ask, Refused, send } from '../post/letter';
import { fetchRankingBoard } from '../questions/LazyRankingBoard';
import { Patience } from '../post/patience';
import { readIn } from '../words/words';
import { deviceId, keep, languageMemory } from './memory';
import { actions, type BallotState, handedOver } from './state';
import type { BallotStore } from './ballotStore';

/**
 * The postman between this device and the server. Answers wait in the state, which the
 * browser keeps, until the server acknowledges them; each has an id, so that sending one
 * twice stores it once. A dead network only means that they wait.
 */
export class Post {
  private isBusy = false;
  /** Whether the server knows that it is open here; before that, it takes no answers. */
  private isOpened = false;
  /** One answer at a time, since one of several was refused. */
  private isCareful = false;
  private readonly patience = new Patience();

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
    this.patience.watch();
    void this.open(false);
  }

  /** Until the server answers, in the language that this ballot was read in before. */
  readInOwn(): Promise<void> {
    return readIn(languageMemory.read() ?? this.store.getState().ballot?.language ?? 'en');
  }

  /** Opens the ballot here. @param takeOver stops another device that has it open */
  async open(takeOver: boolean): Promise<void> {
    try {
      const remembers = this.store.getState().ballot?.mark || undefined;
      const ballot = await this.send<BallotView>('open', { device: deviceId(), takeOver, remembers });
      // A ballot opens once all that its questions need is here: the network may be gone by the last of them.
      if (ballot.items.some((item) => item.kind === 'ranking')) await fetchRankingBoard();
      await readIn(languageMemory.read() ?? ballot.language);
      this.isOpened = true;
      this.store.dispatch(actions.opened(ballot));
      this.store.dispatch(actions.lineChanged('saved'));
      this.patience.succeeded();
      this.nudge();
    } catch (error) {
      if (error instanceof Refused) return this.refused(error);
      this.waitAndThen(() => void this.open(takeOver));
    }
  }

  /** Asks whether the tray was put down. Without a connection it is asked later, or the panelist says so. */
  async askForTray(): Promise<void> {
    const found = await ask<TrayOut>(`/api/ballots/${this.token}/tray`).catch(() => null);
    if (found?.isOut) this.store.dispatch(actions.trayIsOut());
  }

  /** Sends what is waiting, one letter at a time. */
  private nudge(): void {
    const { queue, handIn, guess, stop, refusal, ballot } = this.store.getState();
    if (this.isBusy || !this.isOpened || this.patience.isWaiting || refusal || !ballot) return;
    if (ballot.state === 'handed-in' && guess) return void this.deliver(() => this.sendGuess());
    if (ballot.state !== 'open') return;
    if (queue.length > 0) void this.deliver(() => this.sendAnswers());
    else if (stop) void this.deliver(() => this.sendStop());
    else if (handIn) void this.deliver(() => this.sendHandIn());
  }

  private async deliver(work: () => Promise<void>): Promise<void> {
    this.isBusy = true;
    if (this.store.getState().line === 'saved') this.store.dispatch(actions.lineChanged('sending'));
    try {
      await work();
      this.patience.succeeded();
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
    const letter = { device: deviceId(), sitting: ballot?.sitting, answers: queue.slice(0, this.isCareful ? 1 : 100) };
    const { saved, mark } = await this.send<MarkedAnswers>('answers', letter);
    this.store.dispatch(actions.acknowledged(saved));
    this.store.dispatch(actions.markTold(mark));
    if (this.store.getState().queue.length === 0) this.isCareful = false;
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

  private async sendStop(): Promise<void> {
    const { stop, ballot } = this.store.getState();
    try {
      await this.send<SavedAnswers>('stop', { ...stop, sitting: ballot?.sitting });
      this.store.dispatch(actions.stopEnded());
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      // Handed in or closed meanwhile: nothing is left to stop.
      this.store.dispatch(actions.stopEnded());
      void this.open(false);
    }
  }

  private async sendGuess(): Promise<void> {
    try {
      await this.send<SavedAnswers>('guess', { ...this.store.getState().guess });
      this.store.dispatch(actions.guessEnded(true));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      // Given on another device, or asked no longer: the ballot counts, and nothing is to be done about it.
      this.store.dispatch(actions.guessEnded(error.kind === 'guessed'));
    }
  }

  private refused(error: Refused): void {
    if (error.kind === 'handed-in') return void this.open(false);
    if (error.kind === 'behind') {
      this.store.dispatch(actions.handInTakenBack(true));
      return void this.open(false);
    }
    if (error.kind === 'no-way-back') return this.letGo();
    // Handing in says all of it once more.
    if (error.kind === 'too-often')
      return void this.store.dispatch(actions.acknowledged(this.store.getState().queue.map(({ id }) => id)));
    const known = KNOWN.find((kind) => kind === error.kind);
    const kind = known ?? (error.status === 404 ? 'missing' : 'problem');
    this.store.dispatch(actions.refused({ kind, message: error.message }));
  }

  /** What was said on another device of a sample that is left behind stays; what was said here of it is let go, and all else goes through. */
  private letGo(): void {
    const { queue } = this.store.getState();
    if (queue.length > 1 && !this.isCareful) {
      this.isCareful = true;
      return this.nudge();
    }
    this.store.dispatch(actions.acknowledged(queue.slice(0, 1).map(({ id }) => id)));
    this.store.dispatch(actions.handInTakenBack(true));
    void this.open(false);
  }

  private waitAndThen(again: () => void): void {
    this.patience.later(again);
    // Only now, since telling the store makes it look whether something is to be sent.
    this.store.dispatch(actions.lineChanged('waiting'));
  }

  private send<T>(what: string, body: object): Promise<T> {
    return send<T>(`/api/ballots/${this.token}/${what}`, body);
  }
}

/** Refusals that the ballot has words of its own for. */
const KNOWN = ['closed', 'elsewhere'] as const;

export const newId = (): string => nanoid(14);

/** Whether everything that this panelist did has reached the server. */
export const isAllSaved = ({ queue, handIn, guess, stop, line }: BallotState): boolean =>
  queue.length === 0 && handIn === null && guess === null && stop === null && line === 'saved';
