import { Body, Controller, Delete, Get, Headers, Param, Post, Res, UseGuards } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Response } from 'express';
import { Answers } from '../fields/fields';
import { AccountView, FirstAccount, NewAccount, SessionView, SignIn } from './accounts.dto';
import { AccountsService } from './accounts.service';
import { Allow, Anyone, type Me, SignedIn } from './allow';
import { COOKIE, SessionsService } from './sessions.service';

@ApiTags('accounts')
@Controller('api')
export class AccountsController {
  constructor(
    private readonly accounts: AccountsService,
    private readonly sessions: SessionsService,
  ) {}

  @Get('session')
  @Anyone()
  @Answers(SessionView)
  getSession(@SignedIn() me: Me | undefined): Promise<SessionView> {
    return this.accounts.session(me);
  }

  @Post('session')
  @Anyone()
  @UseGuards(ThrottlerGuard)
  @Answers(SessionView)
  async signIn(
    @Body() { login, password }: SignIn,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    const { token, me } = await this.sessions.open(login, password);
    response.cookie(COOKIE, token, {
      ...{ httpOnly: true, sameSite: 'strict', path: '/', maxAge: 14 * 86_400_000 },
      secure: response.req.secure,
    });
    return this.accounts.session(me);
  }

  @Delete('session')
  @Anyone()
  @Answers()
  async signOut(
    @Headers('cookie') cookies: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    await this.sessions.close(cookies);
    response.clearCookie(COOKIE, { path: '/' });
  }

  @Post('set-up')
  @Anyone()
  @Answers()
  @UseGuards(ThrottlerGuard)
  setUp(@Body() first: FirstAccount): Promise<void> {
    return this.accounts.setUp(first);
  }

  @Get('accounts')
  @Allow('coordinator')
  @Answers([AccountView])
  listAccounts(): Promise<AccountView[]> {
    return this.accounts.list();
  }

  @Post('accounts')
  @Allow('coordinator')
  @Answers(AccountView)
  addAccount(@Body() account: NewAccount, @SignedIn() me: Me): Promise<AccountView> {
    return this.accounts.add(account, me.name);
  }

  @Delete('accounts/:id')
  @Allow('coordinator')
  @Answers()
  removeAccount(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.accounts.remove(id, me);
  }
}
