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
  PaperPicture,
  Settlement,
  TypedBallot,
} from './typed.dto';
import { TypingService } from './typing.service';

@ApiTags('paper')
@Controller('api/tastings/:id/paper')
@Allow('coordinator', 'server')
export class TypedController {
  constructor(
    private readonly papers: PaperBallots,
    private readonly typing: TypingService,
    private readonly corrections: CorrectionsService,
    private readonly pictures: PaperPictures,
  ) {}

  /** Which ballots of the open sitting are typed in. */
  @Get()
  @Answers(PaperListView)
  listPaper(@Param('id') id: string, @SignedIn() me: Me): Promise<PaperListView> {
    return this.papers.list(id, me);
  }

  /** What stands on a ballot, without anything that was answered on it. */
  @Get(':panelist')
  @Answers(PaperBallotView)
  getPaper(@Param('id') id: string, @Param('panelist') panelist: string, @SignedIn() me: Me): Promise<PaperBallotView> {
    return this.typing.sheet(id, panelist, me);
  }

  /** Types a ballot in: first, or a second time without having seen the first. */
  @Put(':panelist')
  @Answers()
  typePaper(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() body: TypedBallot,
    @SignedIn() me: Me,
  ): Promise<void> {
    return this.typing.type(id, panelist, body, me);
  }

  /** Forgets what was typed, before it counts. */
  @Delete(':panelist')
  @Answers()
  typeAnew(@Param('id') id: string, @Param('panelist') panelist: string, @SignedIn() me: Me): Promise<void> {
    return this.typing.again(id, panelist, me);
  }

  /** Lets what one person typed count. */
  @Post(':panelist/once')
  @Answers()
  letPaperCount(@Param('id') id: string, @Param('panelist') panelist: string, @SignedIn() me: Me): Promise<void> {
    return this.typing.letCount(id, panelist, me);
  }

  /** Where two people read a ballot differently. */
  @Get(':panelist/differences')
  @Answers(DifferencesView)
  getDifferences(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @SignedIn() me: Me,
  ): Promise<DifferencesView> {
    return this.typing.differences(id, panelist, me);
  }

  @Post(':panelist/settle')
  @Answers()
  settlePaper(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() body: Settlement,
    @SignedIn() me: Me,
  ): Promise<void> {
    return this.typing.settle(id, panelist, body, me);
  }

  @Put(':panelist/picture')
  @Answers()
  keepPicture(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() body: PaperPicture,
    @SignedIn() me: Me,
  ): Promise<void> {
    return this.pictures.keep(id, panelist, body, me);
  }

  @Get(':panelist/picture')
  @Header('Content-Type', 'image/jpeg')
  @ApiProduces('image/jpeg')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async getPicture(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @SignedIn() me: Me,
  ): Promise<StreamableFile> {
    return new StreamableFile(await this.pictures.read(id, panelist, me));
  }

  /** The answers of a ballot that is in, by code, for a coordinator who says why they look. */
  @Post(':panelist/look')
  @Allow('coordinator')
  @Answers(AnsweredBallotView)
  lookAtAnswers(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() body: LookedAt,
    @SignedIn() me: Me,
  ): Promise<AnsweredBallotView> {
    return this.corrections.look(id, panelist, body, me);
  }

  /** Puts answers right on a ballot that is in. */
  @Post(':panelist/corrections')
  @Allow('coordinator')
  @Answers()
  correctAnswers(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() body: Correction,
    @SignedIn() me: Me,
  ): Promise<void> {
    return this.corrections.correct(id, panelist, body, me);
  }
}
