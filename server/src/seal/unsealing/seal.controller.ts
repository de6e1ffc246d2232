import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../../accounts/allow';
import { Answers } from '../../fields/fields';
import { CompareMark, ComparedView, SealView } from '../views/coordinator';
import { UnsealingService } from './unsealing.service';

@ApiTags('seal')
@Controller('api/tastings/:id')
export class SealController {
  constructor(private readonly unsealing: UnsealingService) {}

  @Get('seal')
  @Allow('coordinator')
  @Answers(SealView)
  getSeal(@Param('id') id: string): Promise<SealView> {
    return this.unsealing.view(id);
  }

  /** Whether what was printed, or what a phone keeps, is part of the chain of records. */
  @Post('seal/compare')
  @HttpCode(200)
  @Allow('coordinator')
  @Answers(ComparedView)
  compareMark(@Param('id') id: string, @Body() { mark }: CompareMark): Promise<ComparedView> {
    return this.unsealing.compare(id, mark);
  }

  @Post('unseal')
  @Allow('coordinator')
  @Answers(SealView)
  unseal(@Param('id') id: string, @SignedIn() me: Me): Promise<SealView> {
    return this.unsealing.unseal(id, me);
  }
}
