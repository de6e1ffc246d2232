import { Global, Module } from '@nestjs/common';
import { SpaceService } from './space.service';

/** Whoever begins something that fills the disk looks first. */
@Global()
@Module({ providers: [SpaceService], exports: [SpaceService] })
export class SpaceModule {}
