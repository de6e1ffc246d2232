import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { PlansController } from './plans.controller';
import { PlansService } from './plans.service';

@Module({ imports: [SealModule], controllers: [PlansController], providers: [PlansService] })
export class PlansModule {}
