import { Body, Controller, Delete, Get, Param, Post, Query } from '@nestjs/common';
import { ApiQuery, ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { AccessService } from '../seal/access/access.service';
import { UnsealingService } from '../seal/unsealing/unsealing.service';
import { BoardView, PortionView } from '../seal/views/server';
import { StoredEntries } from '../kitchen/caveats.dto';
import { BoardService } from './board.service';
import { ServiceEntries, ServiceLogView } from './serviceLog.dto';
import { ServiceLogService } from './serviceLog.service';
import { PortioningReason, SparesOf, SparesView, WalkInInput, WalkInView } from './service.dto';
import { WalkInsService } from './walkIns.service';

@ApiTags('service')
@Controller('api/tastings/:id')
export class ServiceController {
  constructor(
    private readonly board: BoardService,
    private readonly access: AccessService,
    private readonly unsealing: UnsealingService,
    private readonly log: ServiceLogService,
    private readonly walkIns: WalkInsService,
  ) {}

  @Get('board')
  @Allow('coordinator', 'server')
  @Answers(BoardView)
  async getBoard(@Param('id') id: string, @SignedIn() me: Me): Promise<BoardView> {
    await this.access.knownTo(me.role, id);
    return this.board.board(id);
  }

  @Get('service-log')
  @Allow('coordinator', 'server')
  @Answers(ServiceLogView)
  getServiceLog(@Param('id') id: string, @SignedIn() me: Me): Promise<ServiceLogView> {
    return this.log.read(id, me);
  }

  /** Adds entries to the service log: sent twice, each is stored once. */
  @Post('service-log')
  @Allow('coordinator', 'server')
  @Answers(StoredEntries)
  addToServiceLog(@Param('id') id: string, @Body() body: ServiceEntries, @SignedIn() me: Me): Promise<StoredEntries> {
    return this.log.add(id, body.entries, me);
  }

  /** Somebody who is not on the panel comes: they get a seat, codes, and orders that mend the balance. */
  @Post('walk-ins')
  @Allow('coordinator', 'server')
  @Answers(WalkInView)
  letIn(@Param('id') id: string, @Body() body: WalkInInput, @SignedIn() me: Me): Promise<WalkInView> {
    return this.walkIns.letIn(id, body, me);
  }

  /** As if they had not come; once their ballot was opened, they stay. */
  @Delete('walk-ins/:panelist')
  @Allow('coordinator', 'server')
  @Answers(WalkInView)
  takeBackWalkIn(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @SignedIn() me: Me,
  ): Promise<WalkInView> {
    return this.walkIns.takeBack(id, panelist, me);
  }

  /** Pieces that another portion for a code may be cut from: for whoever portions, who has them before them. */
  @Get('spares')
  @Allow('server')
  @ApiQuery({ name: 'code', type: String })
  @Answers(SparesView)
  getSpares(@Param('id') id: string, @Query() { code }: SparesOf, @SignedIn() me: Me): Promise<SparesView> {
    return this.log.spares(id, code, me);
  }

  @Get('portioning')
  @Allow('server')
  @Answers([PortionView])
  getPortioning(@Param('id') id: string, @SignedIn() me: Me): Promise<PortionView[]> {
    return this.unsealing.portioningSheet(id, me);
  }

  /** For whoever could put it together with the kitchen's list, and must say why: it is written into the seal's log. */
  @Post('portioning')
  @Allow('coordinator', 'server')
  @Answers([PortionView])
  openPortioning(
    @Param('id') id: string,
    @Body() { reason }: PortioningReason,
    @SignedIn() me: Me,
  ): Promise<PortionView[]> {
    return this.unsealing.portioningSheet(id, me, reason);
  }
}
