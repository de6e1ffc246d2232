import { Module } from '@nestjs/common';
import { FindingsModule } from '../findings/findings.module';
import { SheetsModule } from '../sheets/sheets.module';
import { SharedController, SharesController } from './shares.controller';
import { SharesService } from './shares.service';

/** Findings for somebody without an account. */
@Module({
  imports: [FindingsModule, SheetsModule],
  controllers: [SharesController, SharedController],
  providers: [SharesService],
})
export class SharesModule {}
