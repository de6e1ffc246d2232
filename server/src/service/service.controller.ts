import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { SealService } from '../seal/seal.service';
import { BoardView, PortionView } from '../seal/views';
import { BoardService } from './board.service';
import { PortioningReason } from './service.dto';

@ApiTags('service')
@Controller('api/tastings/:id')
export class ServiceController {
  constructor(
    private readonly board: BoardService,
    private readonly seal: SealService,
  ) {}

  @Get('board')
  @Allow('coordinator', 'server')
  @Answers(BoardView)
  async getBoard(@Param('id') id: string, @SignedIn() me: Me): Promise<BoardView> {
    await this.seal.knownTo(me.role, id);
    return this.board.board(id);
  }

  @Get('portioning')
  @Allow('server')
  @Answers([PortionView])
  getPortioning(@Param('id') id: string, @SignedIn() me: Me): Promise<PortionView[]> {
    return this.seal.portioningSheet(id, me);
  }

  /** For a coordinator, who must say why: it is written into the seal's log. */
  @Post('portioning')
  @Allow('coordinator')
  @Answers([PortionView])
  openPortioning(
    @Param('id') id: string,
    @Body() { reason }: PortioningReason,
    @SignedIn() me: Me,
  ): Promise<PortionView[]> {
    return this.seal.portioningSheet(id, me, reason);
  }
}
