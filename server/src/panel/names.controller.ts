import { Body, Controller, Delete, Param, Put } from '@nestjs/common';
import { SHORT_TEXT } from '@jacana/core/bundle';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers, Text } from '../fields/fields';
import { NamesService } from './names.service';

export class NameInput {
  @Text(SHORT_TEXT, { least: 1, pattern: /\S/, patternMessage: 'This cannot be empty.' }) name: string;
}

/** Who sits where, once the plan is locked. */
@ApiTags('panel')
@Controller('api/tastings/:id/names')
@Allow('coordinator')
export class NamesController {
  constructor(private readonly names: NamesService) {}

  @Put(':panelist')
  @Answers()
  putNameRight(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() { name }: NameInput,
    @SignedIn() me: Me,
  ): Promise<void> {
    return this.names.rename(id, panelist, name, me);
  }

  /** Takes out who somebody is; what they answered stays under their seat. */
  @Delete(':panelist')
  @Answers()
  eraseName(@Param('id') id: string, @Param('panelist') panelist: string, @SignedIn() me: Me): Promise<void> {
    return this.names.erase(id, panelist, me);
  }

  /** Of everybody. */
  @Delete()
  @Answers()
  eraseNames(@Param('id') id: string, @SignedIn() me: Me): Promise<void> {
    return this.names.erase(id, null, me);
  }
}
