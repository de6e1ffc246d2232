import { Module } from '@nestjs/common';
import { IngredientsModule } from '../ingredients/ingredients.module';
import { FindingsModule } from '../findings/findings.module';
import { HouseModule } from '../house/house.module';
import { WorkersModule } from '../jobs/workers.module';
import { KitchenModule } from '../kitchen/kitchen.module';
import { SealModule } from '../seal/seal.module';
import { LabelPrinterService } from './labelPrinter.service';
import { PrinterController } from './printer.controller';
import { ReportsService } from './reports.service';
import { SheetsController } from './sheets.controller';
import { SheetsService } from './sheets.service';

@Module({
  imports: [IngredientsModule, SealModule, WorkersModule, FindingsModule, KitchenModule, HouseModule],
  controllers: [SheetsController, PrinterController],
  providers: [SheetsService, ReportsService, LabelPrinterService],
  exports: [ReportsService],
})
export class SheetsModule {}
