import { Body, Controller, Delete, Get, Headers, Param, Post, Res, UseGuards } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { CookieOptions, Response } from 'express';
import { Answers } from '../fields/fields';
import {
  AccountView,
  ChangedPassword,
  FirstAccount,
  HouseEvent,
  NewAccount,
  OwnSession,
  RenewedPassword,
  SessionView,
  SignIn,
} from './accounts.dto';
import { AccountsService } from './accounts.service';
import { Allow, Anyone, type Me, SignedIn } from './allow';
import { COOKIE, DEVICE_COOKIE, SessionsService } from './sessions.service';

const DAY_MS = 86_400_000;

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
    const { req } = response;
    const { cookie: cookies, 'user-agent': agent = '' } = req.headers;
    const { token, device, me } = await this.sessions.open(login, password, { cookies, agent, address: req.ip ?? '' });
    const rules: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/', secure: req.secure };
    response.cookie(COOKIE, token, { ...rules, maxAge: 14 * DAY_MS });
    response.cookie(DEVICE_COOKIE, device, { ...rules, maxAge: 365 * DAY_MS });
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

  /** Where the signed-in person is signed in. */
  @Get('sessions')
  @Allow('coordinator', 'kitchen', 'server', 'reader')
  @Answers([OwnSession])
  listSessions(@SignedIn() me: Me): Promise<OwnSession[]> {
    return this.sessions.list(me);
  }

  @Delete('sessions/:id')
  @Allow('coordinator', 'kitchen', 'server', 'reader')
  @Answers()
  endSession(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.sessions.endOwn(me, id);
  }

  @Post('password')
  @Allow('coordinator', 'kitchen', 'server', 'reader')
  @UseGuards(ThrottlerGuard)
  @Answers()
  changePassword(@Body() changed: ChangedPassword, @SignedIn() me: Me): Promise<void> {
    return this.accounts.changePassword(me, changed);
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
  listAccounts(@SignedIn() me: Me): Promise<AccountView[]> {
    return this.accounts.list(me);
  }

  @Post('accounts')
  @Allow('coordinator')
  @Answers(AccountView)
  addAccount(@Body() account: NewAccount, @SignedIn() me: Me): Promise<AccountView> {
    return this.accounts.add(account, me.name);
  }

  /** What was done to accounts, sign-ins and the file. */
  @Get('accounts/log')
  @Allow('coordinator')
  @Answers([HouseEvent])
  listHouseLog(): Promise<HouseEvent[]> {
    return this.accounts.log();
  }

  @Post('accounts/:id/password')
  @Allow('coordinator')
  @Answers()
  renewPassword(@Param('id') id: string, @Body() { password }: RenewedPassword, @SignedIn() me: Me): Promise<void> {
    return this.accounts.renewPassword(me, id, password);
  }

  @Delete('accounts/:id')
  @Allow('coordinator')
  @Answers()
  removeAccount(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.accounts.remove(id, me);
  }
}
