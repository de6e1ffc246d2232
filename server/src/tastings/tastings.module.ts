import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { TastingsController } from './tastings.controller';
import { TastingsService } from './tastings.service';

@Module({ imports: [SealModule], controllers: [TastingsController], providers: [TastingsService] })
export class TastingsModule {}
