import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { SealService } from '../seal/seal.service';
import { KitchenMethodView } from '../seal/views';
import { CaveatsService } from './caveats.service';
import { CaveatView, NewCaveat } from './kitchen.dto';

@ApiTags('kitchen')
@Controller('api/tastings/:id')
export class KitchenController {
  constructor(
    private readonly seal: SealService,
    private readonly caveats: CaveatsService,
  ) {}

  @Get('kitchen')
  @Allow('coordinator', 'kitchen')
  @Answers([KitchenMethodView])
  getKitchen(@Param('id') id: string, @SignedIn() me: Me): Promise<KitchenMethodView[]> {
    return this.seal.kitchenSheet(me.role, id);
  }

  @Get('caveats')
  @Allow('coordinator', 'kitchen', 'server')
  @Answers([CaveatView])
  listCaveats(@Param('id') id: string, @SignedIn() me: Me): Promise<CaveatView[]> {
    return this.caveats.list(id, me);
  }

  @Post('caveats')
  @Allow('coordinator', 'kitchen', 'server')
  @Answers(CaveatView)
  addCaveat(@Param('id') id: string, @Body() caveat: NewCaveat, @SignedIn() me: Me): Promise<CaveatView> {
    return this.caveats.add(id, caveat, me);
  }
}
