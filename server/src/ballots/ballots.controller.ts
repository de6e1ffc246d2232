import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Anyone } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { BallotView } from '../seal/views/panelist';
import {
  GuessInput,
  HandIn,
  MarkedAnswers,
  OpenBallot,
  SaveAnswers,
  SavedAnswers,
  StopInput,
  TrayOut,
} from './ballots.dto';
import { BallotsService } from './ballots.service';
import { GuessesService } from './guesses.service';
import { StopsService } from './stops.service';
import { TraysService } from './trays.service';

/** The panelist's side. No sign-in: the token in the address is the right to answer. */
@ApiTags('ballots')
@Controller('api/ballots/:token')
@Anyone()
export class BallotsController {
  constructor(
    private readonly ballots: BallotsService,
    private readonly guesses: GuessesService,
    private readonly stops: StopsService,
    private readonly trays: TraysService,
  ) {}

  @Post('open')
  @Answers(BallotView)
  openBallot(@Param('token') token: string, @Body() body: OpenBallot): Promise<BallotView> {
    return this.ballots.open(token, body);
  }

  @Post('answers')
  @Answers(MarkedAnswers)
  saveAnswers(@Param('token') token: string, @Body() body: SaveAnswers): Promise<MarkedAnswers> {
    return this.ballots.save(token, body);
  }

  @Post('hand-in')
  @Answers(BallotView)
  handIn(@Param('token') token: string, @Body() body: HandIn): Promise<BallotView> {
    return this.ballots.handIn(token, body);
  }

  /** Whoever tastes may stop at any time. */
  @Post('stop')
  @Answers(SavedAnswers)
  stopTasting(@Param('token') token: string, @Body() body: StopInput): Promise<SavedAnswers> {
    return this.stops.stop(token, body);
  }

  /** Whether the own tray was put down, for ballots that wait for it. */
  @Get('tray')
  @Answers(TrayOut)
  ownTray(@Param('token') token: string): Promise<TrayOut> {
    return this.trays.byToken(token);
  }

  @Post('guess')
  @Answers(SavedAnswers)
  saveGuess(@Param('token') token: string, @Body() body: GuessInput): Promise<SavedAnswers> {
    return this.guesses.save(token, body);
  }
}
