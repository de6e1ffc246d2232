import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { CaveatEntries, LedgerView, StoredEntries } from './caveats.dto';
import { CaveatsService } from './caveats.service';

@ApiTags('caveats')
@Controller('api/tastings/:id/caveats')
export class CaveatsController {
  constructor(private readonly caveats: CaveatsService) {}

  @Get()
  @Allow('coordinator', 'kitchen', 'server')
  @Answers(LedgerView)
  getLedger(@Param('id') id: string, @SignedIn() me: Me): Promise<LedgerView> {
    return this.caveats.ledger(id, me);
  }

  /** Adds entries to the ledger: sent twice, each is stored once. */
  @Post()
  @Allow('coordinator', 'kitchen', 'server')
  @Answers(StoredEntries)
  addEntries(@Param('id') id: string, @Body() body: CaveatEntries, @SignedIn() me: Me): Promise<StoredEntries> {
    return this.caveats.add(id, body.entries, me);
  }
}
