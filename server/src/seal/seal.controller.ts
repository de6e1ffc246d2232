import { Controller, Get, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { LiveService } from '../live/live.service';
import { SealService } from './seal.service';
import { SealView } from './views';

@ApiTags('seal')
@Controller('api/tastings/:id')
export class SealController {
  constructor(
    private readonly seal: SealService,
    private readonly live: LiveService,
  ) {}

  @Get('seal')
  @Allow('coordinator')
  @Answers(SealView)
  getSeal(@Param('id') id: string): Promise<SealView> {
    return this.seal.view(id);
  }

  @Post('unseal')
  @Allow('coordinator')
  @Answers(SealView)
  async unseal(@Param('id') id: string, @SignedIn() me: Me): Promise<SealView> {
    const view = await this.seal.unseal(id, me);
    await this.live.tastingChanged(id);
    return view;
  }
}
