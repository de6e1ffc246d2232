import { type DynamicModule, Global, Module } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import { AccountsModule } from './accounts/accounts.module';
import { AuditModule } from './audit/audit.module';
import { JournalRow } from './audit/journal.row';
import { BallotsModule } from './ballots/ballots.module';
import { ClockModule } from './clock/clock';
import { IngredientsModule } from './ingredients/ingredients.module';
import { DatabaseModule } from './database/database.module';
import { DemoModule } from './demo/demo.module';
import { DraftsModule } from './drafts/drafts.module';
import { ExchangeModule } from './exchange/exchange.module';
import { FindingsModule } from './findings/findings.module';
import { HouseModule } from './house/house.module';
import { KitchenModule } from './kitchen/kitchen.module';
import { LiveModule } from './live/live.module';
import { LogModule } from './log/log.module';
import { loggerOptions } from './http/logging';
import { OPTIONS, type ServerOptions } from './options/options';
import { PanelModule } from './panel/panel.module';
import { PlansModule } from './plans/plans.module';
import { ReadingsModule } from './readings/readings.module';
import { SEALED_ROWS, SealModule } from './seal/seal.module';
import { ServiceModule } from './service/service.module';
import { SheetsModule } from './sheets/sheets.module';
import { MaintenanceModule } from './maintenance/maintenance.module';
import { SpaceModule } from './storage/space.module';
import { StoreModule } from './tastings/store.module';
import { ShareRow } from './shares/share.row';
import { SharesModule } from './shares/shares.module';
import { TypedModule } from './typed/typed.module';

@Global()
@Module({})
class OptionsModule {
  static with(options: ServerOptions): DynamicModule {
    const provider = { provide: OPTIONS, useValue: options };
    return { module: OptionsModule, providers: [provider], exports: [provider] };
  }
}

@Module({})
export class AppModule {
  static with(options: ServerOptions): DynamicModule {
    return {
      module: AppModule,
      imports: [
        OptionsModule.with(options),
        LoggerModule.forRoot(loggerOptions(options)),
        DatabaseModule.with([...SEALED_ROWS, ShareRow, JournalRow]),
        SpaceModule,
        AuditModule,
        StoreModule,
        LogModule,
        LiveModule,
        AccountsModule,
        SealModule,
        DraftsModule,
        PlansModule,
        PanelModule,
        ClockModule,
        HouseModule,
        KitchenModule,
        ReadingsModule,
        ServiceModule,
        IngredientsModule,
        BallotsModule,
        TypedModule,
        SharesModule,
        FindingsModule,
        ExchangeModule,
        SheetsModule,
        DemoModule,
        MaintenanceModule,
      ],
    };
  }
}
