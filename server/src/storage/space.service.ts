import { statfs } from 'node:fs/promises';
import { dirname } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import { refuseState } from '../fields/problems';
import { OPTIONS, type ServerOptions } from '../options/options';

const MEGABYTE = 1024 * 1024;
/** From here on coordinators are told; from there on nothing new is begun, so that what runs can be finished. */
const [LOW, LAST] = [500 * MEGABYTE, 50 * MEGABYTE];
/** Asked for with every page; a disk does not fill within seconds. */
const KEPT_MS = 10_000;

/** How much room is left on the disk that the data lives on. */
@Injectable()
export class SpaceService {
  private known = { at: 0, free: Infinity };

  constructor(@Inject(OPTIONS) private readonly options: ServerOptions) {}

  /** Bytes that may still be written; without end where the system does not say. */
  async free(): Promise<number> {
    if (Date.now() - this.known.at < KEPT_MS) return this.known.free;
    const free = await statfs(dirname(this.options.data)).then(
      ({ bavail, bsize }) => bavail * bsize,
      () => Infinity,
    );
    this.known = { at: Date.now(), free };
    return free;
  }

  /** Megabytes that are left, where they are few; else null. */
  async low(): Promise<number | null> {
    const free = await this.free();
    return free < LOW ? Math.floor(free / MEGABYTE) : null;
  }

  /** @throws where what is to begin could fill the disk before it ends */
  async refuseIfFull(): Promise<void> {
    if ((await this.free()) < LAST)
      throw refuseState(
        'full',
        'The disk of the server is nearly full. Make room on it first: nothing new is begun, so that what runs can be finished.',
      );
  }
}
