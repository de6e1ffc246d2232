import { Mutex } from 'async-mutex';
import { type DataSource, type EntityManager, type QueryRunner } from 'typeorm';

/** The data file can no longer be trusted to keep what is written: the server has to stop. */
export class UnsoundStore extends Error {}

/**
 * The one way to write, and the one way to read.
 *
 * Writers take turns on a connection of their own: two transactions begun on it at the same
 * time would nest, and the inner one's "commit" would not last. Readers have another one,
 * which sees what is committed and nothing else.
 *
 * A write is acknowledged only once it was *seen* committed: the writing connection is out of
 * its transaction, and the reading one notices that the file changed. This is not idle. When
 * the disk is full SQLite ends a transaction by itself; TypeORM then fails to roll it back,
 * goes on counting it as open, and begins the next one as a savepoint inside nothing, which
 * after one more failure never ends: every later write is "committed" into it and lost. So
 * after any failure the connection is proven clean, or opened anew.
 */
export class Transactions {
  private readonly turn = new Mutex();
  private told: (() => void)[] = [];
  private unsound: UnsoundStore | null = null;
  private onUnsound: (why: UnsoundStore) => void = () => undefined;

  constructor(
    private readonly writer: DataSource,
    private readonly reader: DataSource,
    /** Guards of the file that were not as they should be when it was opened. */
    readonly wanting: readonly string[] = [],
  ) {}

  /** What is committed. */
  get read(): EntityManager {
    return this.reader.manager;
  }

  /**
   * Runs the work in a transaction of its own; resolves after the commit.
   *
   * @throws what the work throws, with nothing of it stored; UnsoundStore when a commit cannot be proven
   */
  async write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const { result, told } = await this.turn.runExclusive(async () => {
      if (this.unsound) throw this.unsound;
      this.told = [];
      return { result: await this.commit(work), told: this.told };
    });
    for (const tell of told) tell();
    return result;
  }

  /** After something was erased: takes it out of the write-ahead log, too, as far as nobody reads there now. */
  async settle(): Promise<void> {
    await this.turn.runExclusive(() => this.writer.query('PRAGMA wal_checkpoint(TRUNCATE)'));
  }

  /** Within a write: what to do once it is committed. Not done when it fails. */
  afterCommit(tell: () => void): void {
    this.told.push(tell);
  }

  /** Whoever runs the server is told, once, that it has to stop. */
  whenUnsound(stop: (why: UnsoundStore) => void): void {
    this.onUnsound = stop;
  }

  private async commit<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const runner = this.writer.createQueryRunner();
    const before = await this.changes(runner);
    const seen = await this.version();
    let isBegun = false;
    let result: T;
    try {
      await runner.startTransaction();
      isBegun = true;
      result = await work(runner.manager);
      await runner.commitTransaction();
    } catch (error) {
      await this.undo(runner, isBegun);
      throw error;
    } finally {
      await runner.release();
    }
    const hasChanged = (await this.changes(runner)) !== before;
    if (this.isInTransaction()) throw this.fail('a commit was acknowledged and did not happen');
    if (hasChanged && (await this.version()) === seen) throw this.fail('a commit cannot be seen by a reader');
    return result;
  }

  /** Leaves a connection on which nothing is open, whatever went wrong. */
  private async undo(runner: QueryRunner, isBegun: boolean): Promise<void> {
    const isRolledBack =
      isBegun &&
      (await runner.rollbackTransaction().then(
        () => true,
        () => false,
      ));
    if (isRolledBack && !runner.isTransactionActive && !this.isInTransaction()) return;
    try {
      await this.writer.destroy();
      await this.writer.initialize();
    } catch (error) {
      throw this.fail(`it could not be opened again: ${(error as Error).message}`);
    }
    if (this.isInTransaction()) throw this.fail('a failed write could not be taken back');
  }

  private fail(why: string): UnsoundStore {
    this.unsound = new UnsoundStore(`The data file is not sound: ${why}. Jacana stops, so that nothing more is lost.`);
    this.onUnsound(this.unsound);
    return this.unsound;
  }

  private isInTransaction(): boolean {
    return connectionOf(this.writer).inTransaction;
  }

  /** Rows that the writing connection has changed since it was opened. */
  private changes(runner: QueryRunner): Promise<number> {
    return numberFrom(runner.query('SELECT total_changes() AS n'));
  }

  /** Changes whenever another connection than the reading one has committed something. */
  private version(): Promise<number> {
    return numberFrom(this.reader.query('SELECT data_version AS n FROM pragma_data_version'));
  }
}

const numberFrom = async (rows: Promise<unknown>): Promise<number> => (await (rows as Promise<{ n: number }[]>))[0].n;

/** SQLite's own word on whether a transaction is open, which does not depend on what TypeORM believes. */
const connectionOf = ({ driver }: DataSource): { inTransaction: boolean } =>
  (driver as unknown as { databaseConnection: { inTransaction: boolean } }).databaseConnection;
