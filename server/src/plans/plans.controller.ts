import { Controller, Get, Inject, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Transactions } from '../database/transactions';
import { Answers } from '../fields/fields';
import { OPTIONS, publicAddress, type ServerOptions } from '../options/options';
import { PlanView } from '../seal/views/coordinator';
import { TastingStore } from '../tastings/tasting.store';
import { BallotLinkView } from './plans.dto';
import { PlansService } from './plans.service';

@ApiTags('plans')
@Controller('api/tastings/:id')
export class PlansController {
  constructor(
    private readonly plans: PlansService,
    private readonly store: TastingStore,
    private readonly transactions: Transactions,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  @Get('plan')
  @Allow('coordinator')
  @Answers(PlanView)
  getPlan(@Param('id') id: string): Promise<PlanView> {
    return this.plans.plan(id);
  }

  @Post('lock')
  @Allow('coordinator')
  @Answers(PlanView)
  lock(@Param('id') id: string, @SignedIn() me: Me): Promise<PlanView> {
    return this.plans.lock(id, me);
  }

  /** Takes the lock back, as long as nobody was served. */
  @Post('unlock')
  @Allow('coordinator')
  @Answers()
  unlock(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.plans.unlock(id, me);
  }

  /** Draws a new key for the same plan, as long as nobody was served. */
  @Post('redraw')
  @Allow('coordinator')
  @Answers(PlanView)
  redraw(@Param('id') id: string, @SignedIn() me: Me): Promise<PlanView> {
    return this.plans.redraw(id, me);
  }

  /** Opens the next sitting. */
  @Post('next-sitting')
  @Allow('coordinator')
  @Answers()
  nextSitting(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.plans.nextSitting(id, me);
  }

  @Get('links')
  @Allow('coordinator')
  @Answers([BallotLinkView])
  async getLinks(@Param('id') id: string): Promise<BallotLinkView[]> {
    const { panelists } = await this.store.getLocked(this.transactions.read, id);
    const base = publicAddress(this.options);
    return panelists.map(({ id: panelistId, seat, name, token }) => ({
      panelistId,
      seat,
      name,
      address: `${base}/b/${token}`,
    }));
  }

  @Post('close')
  @Allow('coordinator')
  @Answers()
  close(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.plans.close(id, me);
  }

  @Post('reopen')
  @Allow('coordinator')
  @Answers()
  reopen(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.plans.reopen(id, me);
  }
}
