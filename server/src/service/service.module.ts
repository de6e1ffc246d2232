import { Module } from '@nestjs/common';
import { IngredientsModule } from '../ingredients/ingredients.module';
import { SealModule } from '../seal/seal.module';
import { BoardService } from './board.service';
import { PaceService } from './pace.service';
import { ServiceLogService } from './serviceLog.service';
import { WalkInsService } from './walkIns.service';
import { ServiceController } from './service.controller';

@Module({
  imports: [IngredientsModule, SealModule],
  controllers: [ServiceController],
  providers: [BoardService, PaceService, ServiceLogService, WalkInsService],
})
export class ServiceModule {}
