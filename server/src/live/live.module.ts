import { Global, Module } from '@nestjs/common';
import { LiveController } from './live.controller';
import { LiveService } from './live.service';
import { PresenceService } from './presence.service';

/** Imports no module: each registers what it has to tell. */
@Global()
@Module({ controllers: [LiveController], providers: [LiveService, PresenceService], exports: [LiveService] })
export class LiveModule {}
