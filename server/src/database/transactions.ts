import { Injectable } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import { Mutex } from 'async-mutex';
import { DataSource, EntityManager } from 'typeorm';

/**
 * The one way to write. SQLite has one connection here, and two transactions begun on it
 * at the same time would nest: the inner one's "commit" would not be durable until the
 * outer one's, and an answer could be acknowledged and then lost. So writers take turns.
 */
@Injectable()
export class Transactions {
  private readonly turn = new Mutex();

  constructor(@InjectDataSource() private readonly source: DataSource) {}

  /** Runs the work in a transaction of its own; resolves after the commit. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.turn.runExclusive(() => this.source.transaction(work));
  }

  get read(): EntityManager {
    return this.source.manager;
  }
}
