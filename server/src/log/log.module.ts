import { Global, Module } from '@nestjs/common';
import { LogService } from './log.service';

/** Every part of the day keeps a record, so every module may. */
@Global()
@Module({ providers: [LogService], exports: [LogService] })
export class LogModule {}
