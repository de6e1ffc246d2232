import { Inject, Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { Logger } from 'nestjs-pino';
import { WorkersService } from '../jobs/workers.service';
import { OPTIONS, type ServerOptions } from '../options/options';

/** Makes copies of the data file while the server runs. */
@Injectable()
export class MaintenanceService implements OnApplicationBootstrap, OnApplicationShutdown {
  private timer: NodeJS.Timeout | undefined;
  private last: Promise<void> = Promise.resolve();

  constructor(
    @Inject(OPTIONS) private readonly options: ServerOptions,
    private readonly workers: WorkersService,
    private readonly log: Logger,
  ) {}

  onApplicationBootstrap(): void {
    const { backup } = this.options;
    if (!backup) return;
    // The first one at once: a folder that cannot be written is found out at the start of the day.
    void this.backUp();
    this.timer = setInterval(() => void this.backUp(), backup.everyMinutes * 60_000);
    this.timer.unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  /** Makes one copy, after the one that is being made. */
  backUp(): Promise<void> {
    this.last = this.last.then(() => this.makeCopy());
    return this.last;
  }

  /** That it failed is said where whoever runs the server looks, and the next one is tried in time. */
  private async makeCopy(): Promise<void> {
    const { backup, data } = this.options;
    if (!backup) return;
    try {
      await this.workers.backUp({ data, folder: backup.folder, now: Date.now() });
    } catch (error) {
      const why = (error as Error).message;
      this.log.error(`No backup was made in ${backup.folder}: ${why}`);
      process.stderr.write(`No backup was made in ${backup.folder}: ${why}\n`);
    }
  }
}
