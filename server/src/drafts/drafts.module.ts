import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { DraftsController } from './drafts.controller';
import { DraftsService } from './drafts.service';

@Module({ imports: [SealModule], controllers: [DraftsController], providers: [DraftsService] })
export class DraftsModule {}
