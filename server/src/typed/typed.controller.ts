import { Body, Controller, Delete, Get, Header, Param, Post, Put, StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { CorrectionsService } from './corrections.service';
import { PaperBallots } from './paperBallots.service';
import { PaperPictures } from './pictures.service';
import {
  AnsweredBallotView,
  Correction,
  DifferencesView,
  LookedAt,
  PaperBallotView,
  PaperListView,
  PaperOf,
  PaperPicture,
  Settlement,
  SittingOf,
  TypedBallot,
} from './typed.dto';
import { TypingService } from './typing.service';

@ApiTags('paper')
@Controller('api/tastings/:id/sittings/:sitting/paper')
@Allow('coordinator', 'server')
export class TypedController {
  constructor(
    private readonly papers: PaperBallots,
    private readonly typing: TypingService,
    private readonly corrections: CorrectionsService,
    private readonly pictures: PaperPictures,
  ) {}

  /** Which ballots of a sitting are typed in. */
  @Get()
  @Answers(PaperListView)
  listPaper(@Param() of: SittingOf, @SignedIn() me: Me): Promise<PaperListView> {
    return this.papers.list(of, me);
  }

  /** What stands on a ballot, without anything that was answered on it. */
  @Get(':panelist')
  @Answers(PaperBallotView)
  getPaper(@Param() of: PaperOf, @SignedIn() me: Me): Promise<PaperBallotView> {
    return this.typing.sheet(of, me);
  }

  /** Types a ballot in: first, or a second time without having seen the first. */
  @Put(':panelist')
  @Answers()
  typePaper(@Param() of: PaperOf, @Body() body: TypedBallot, @SignedIn() me: Me): Promise<void> {
    return this.typing.type(of, body, me);
  }

  /** Forgets what was typed, before it counts. */
  @Delete(':panelist')
  @Answers()
  typeAnew(@Param() of: PaperOf, @SignedIn() me: Me): Promise<void> {
    return this.typing.again(of, me);
  }

  /** Lets what one person typed count. */
  @Post(':panelist/once')
  @Answers()
  letPaperCount(@Param() of: PaperOf, @SignedIn() me: Me): Promise<void> {
    return this.typing.letCount(of, me);
  }

  /** Where two people read a ballot differently. */
  @Get(':panelist/differences')
  @Answers(DifferencesView)
  getDifferences(@Param() of: PaperOf, @SignedIn() me: Me): Promise<DifferencesView> {
    return this.typing.differences(of, me);
  }

  @Post(':panelist/settle')
  @Answers()
  settlePaper(@Param() of: PaperOf, @Body() body: Settlement, @SignedIn() me: Me): Promise<void> {
    return this.typing.settle(of, body, me);
  }

  @Put(':panelist/picture')
  @Answers()
  keepPicture(@Param() of: PaperOf, @Body() body: PaperPicture, @SignedIn() me: Me): Promise<void> {
    return this.pictures.keep(of, body, me);
  }

  @Get(':panelist/picture')
  @Header('Content-Type', 'image/jpeg')
  @ApiProduces('image/jpeg')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async getPicture(@Param() of: PaperOf, @SignedIn() me: Me): Promise<StreamableFile> {
    return new StreamableFile(await this.pictures.read(of, me));
  }

  /** The answers of a ballot that is in, by code, for a coordinator who says why they look. */
  @Post(':panelist/look')
  @Allow('coordinator')
  @Answers(AnsweredBallotView)
  lookAtAnswers(@Param() of: PaperOf, @Body() body: LookedAt, @SignedIn() me: Me): Promise<AnsweredBallotView> {
    return this.corrections.look(of, body, me);
  }

  /** Puts answers right on a ballot that is in. */
  @Post(':panelist/corrections')
  @Allow('coordinator')
  @Answers()
  correctAnswers(@Param() of: PaperOf, @Body() body: Correction, @SignedIn() me: Me): Promise<void> {
    return this.corrections.correct(of, body, me);
  }
}
