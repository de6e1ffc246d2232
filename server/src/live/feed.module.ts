import { Module } from '@nestjs/common';
import { LiveService } from './live.service';

/** The feed alone, for modules that tell it what happened. */
@Module({ providers: [LiveService], exports: [LiveService] })
export class LiveFeedModule {}
