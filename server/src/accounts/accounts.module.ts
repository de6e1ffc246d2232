import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerModule } from '@nestjs/throttler';
import { OPTIONS, type ServerOptions } from '../options/options';
import { AccessGuard } from './access.guard';
import { AccountsController } from './accounts.controller';
import { AccountsService } from './accounts.service';
import { SessionsService } from './sessions.service';

@Module({
  imports: [
    ThrottlerModule.forRootAsync({
      inject: [OPTIONS],
      useFactory: (options: ServerOptions) => ({
        throttlers: [{ ttl: 60_000, limit: options.signInsPerMinute }],
        errorMessage: 'Too many tries. Wait a minute and try again.',
      }),
    }),
  ],
  controllers: [AccountsController],
  providers: [AccountsService, SessionsService, { provide: APP_GUARD, useClass: AccessGuard }],
  exports: [AccountsService, SessionsService],
})
export class AccountsModule {}
