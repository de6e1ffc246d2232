import { Body, Controller, Get, Header, HttpCode, Param, Post } from '@nestjs/common';
import { ApiBody, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { TastingBundle } from '@jacana/core/bundle';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Said, SaidTexts } from '../fields/fields';
import { ExchangeService } from './exchange.service';

export class ImportedView {
  @Said('string') id: string;
  /** What cannot be seen by looking at it, such as that it was changed since it was exported. */
  @SaidTexts() notices: string[];
}

@ApiTags('exchange')
@Controller('api')
export class ExchangeController {
  constructor(private readonly exchange: ExchangeService) {}

  @Get('tastings/:id/bundle')
  @Allow('coordinator')
  @Header('Content-Disposition', 'attachment')
  @ApiOkResponse({
    description: 'Tasting bundle, as docs/bundle.md describes it',
    schema: { type: 'object', additionalProperties: true },
  })
  exportBundle(@Param('id') id: string, @SignedIn() me: Me): Promise<TastingBundle> {
    return this.exchange.bundle(id, me);
  }

  @Get('tastings/:id/csv')
  @Allow('coordinator')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  exportCsv(@Param('id') id: string, @SignedIn() me: Me): Promise<string> {
    return this.exchange.csv(id, me);
  }

  @Get('tastings/:id/orders')
  @Allow('coordinator')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  exportOrders(@Param('id') id: string, @SignedIn() me: Me): Promise<string> {
    return this.exchange.orders(id, me);
  }

  @Post('import')
  @Allow('coordinator')
  @HttpCode(200)
  @ApiBody({ schema: { type: 'object', additionalProperties: true } })
  @ApiOkResponse({ type: ImportedView })
  importBundle(@Body() bundle: object, @SignedIn() me: Me): Promise<ImportedView> {
    return this.exchange.import(bundle, me.name);
  }
}
