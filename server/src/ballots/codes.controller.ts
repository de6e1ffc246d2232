import { Body, Controller, Post, UseGuards } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import { Anyone } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { FoundBallot, ShortCode } from './ballots.dto';
import { BallotsService } from './ballots.service';

/** Tries a minute from one address: a whole room behind one of them, and no guessing. */
const TRIES = 60;

/** From the code on a seat's card to its ballot. */
@ApiTags('ballots')
@Controller('api/ballot-codes')
@Anyone()
export class CodesController {
  constructor(private readonly ballots: BallotsService) {}

  @Post()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: { limit: TRIES, ttl: 60_000 } })
  @Answers(FoundBallot)
  findBallot(@Body() { code }: ShortCode): Promise<FoundBallot> {
    return this.ballots.byCode(code);
  }
}
