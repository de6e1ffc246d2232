import { Body, Controller, Delete, Get, Param, Post, Put, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { TastingCard } from '../tastings/tasting.card';
import { NewTasting, RemovedView, SavedDraft, TastingsAsked, TastingView } from './drafts.dto';
import { DraftsService } from './drafts.service';

@ApiTags('tastings')
@Controller('api/tastings')
export class DraftsController {
  constructor(private readonly tastings: DraftsService) {}

  @Get()
  @Allow('coordinator', 'kitchen', 'server', 'reader')
  @Answers([TastingCard])
  listTastings(@Query() { words }: TastingsAsked, @SignedIn() me: Me): Promise<TastingCard[]> {
    return this.tastings.list(me, words);
  }

  @Post()
  @Allow('coordinator')
  @Answers(TastingView)
  createTasting(@Body() tasting: NewTasting, @SignedIn() me: Me): Promise<TastingView> {
    return this.tastings.create(tasting, me);
  }

  /** What was removed and can still be brought back. */
  @Get('removed')
  @Allow('coordinator')
  @Answers([RemovedView])
  listRemoved(): Promise<RemovedView[]> {
    return this.tastings.removed();
  }

  @Get(':id')
  @Allow('coordinator')
  @Answers(TastingView)
  getTasting(@Param('id') id: string): Promise<TastingView> {
    return this.tastings.view(id);
  }

  @Get(':id/card')
  @Allow('coordinator', 'kitchen', 'server', 'reader')
  @Answers(TastingCard)
  getCard(@Param('id') id: string, @SignedIn() me: Me): Promise<TastingCard> {
    return this.tastings.card(id, me);
  }

  @Put(':id/draft')
  @Allow('coordinator')
  @Answers(TastingView)
  saveDraft(@Param('id') id: string, @Body() saved: SavedDraft, @SignedIn() me: Me): Promise<TastingView> {
    return this.tastings.saveDraft(id, saved, me);
  }

  @Delete(':id')
  @Allow('coordinator')
  @Answers()
  removeTasting(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.tastings.remove(id, me);
  }

  @Post(':id/restore')
  @Allow('coordinator')
  @Answers()
  restoreTasting(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.tastings.restore(id, me);
  }
}
