import { Readable } from 'node:stream';
import { Body, Controller, Delete, Get, Header, Param, Post, Query, StreamableFile, UseGuards } from '@nestjs/common';
import { ApiBearerAuth, ApiOkResponse, ApiProduces, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Allow, Anyone, type Me, SignedIn } from '../accounts/allow';
import type { DeviceRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { Answers } from '../fields/fields';
import { AccessService } from '../seal/access/access.service';
import { CurvesService } from './curves.service';
import { DeviceGuard, Sending } from './device.guard';
import { DevicesService } from './devices.service';
import { CurvesView, DeviceToken, DeviceView, NewDevice, Readings, StoredReadings } from './readings.dto';
import { ReadingsService } from './readings.service';

/** Where thermometers and scales send what they measure. No sign-in: a device's token is its right to send. */
@ApiTags('readings')
@Controller('api/readings')
@Anyone()
@UseGuards(DeviceGuard)
export class ReadingsController {
  constructor(private readonly readings: ReadingsService) {}

  /** Sent twice, each reading is stored once. */
  @Post()
  @ApiBearerAuth()
  @Answers(StoredReadings)
  sendReadings(@Sending() device: DeviceRow, @Body() body: Readings): Promise<StoredReadings> {
    return this.readings.add(device, body.readings);
  }
}

@ApiTags('readings')
@Controller('api/tastings/:id')
@Allow('coordinator', 'kitchen')
export class CurvesController {
  constructor(
    private readonly access: AccessService,
    private readonly transactions: Transactions,
    private readonly devices: DevicesService,
    private readonly readings: ReadingsService,
    private readonly curves: CurvesService,
  ) {}

  @Get('devices')
  @Answers([DeviceView])
  listDevices(@Param('id') id: string, @SignedIn() me: Me): Promise<DeviceView[]> {
    return this.devices.list(id, me);
  }

  @Post('devices')
  @Answers(DeviceToken)
  openDevice(@Param('id') id: string, @Body() body: NewDevice, @SignedIn() me: Me): Promise<DeviceToken> {
    return this.devices.open(id, body, me);
  }

  @Delete('devices/:name')
  @Answers()
  closeDevice(@Param('id') id: string, @Param('name') name: string, @SignedIn() me: Me): Promise<void> {
    return this.devices.close(id, name, me);
  }

  /** Readings out of a file, by a person. */
  @Post('devices/:name/readings')
  @Answers(StoredReadings)
  async importReadings(
    @Param('id') id: string,
    @Param('name') name: string,
    @Body() body: Readings,
    @SignedIn() me: Me,
  ): Promise<StoredReadings> {
    await this.access.knownTo(me.role, id);
    const device = await this.devices.known(this.transactions.read, id, name);
    return this.readings.add(device, body.readings);
  }

  /** Readers know only of tastings that are unsealed. */
  @Get('curves')
  @Allow('coordinator', 'kitchen', 'reader')
  @ApiQuery({ name: 'piece', required: false, type: String })
  @Answers(CurvesView)
  getCurves(@Param('id') id: string, @Query('piece') piece: unknown, @SignedIn() me: Me): Promise<CurvesView> {
    return this.curves.curves(id, typeof piece === 'string' ? piece : undefined, me);
  }

  @Get('readings.csv')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment; filename="readings.csv"')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  async exportReadings(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    await this.access.knownTo(me.role, id);
    return new StreamableFile(Readable.from(this.curves.csv(id, me)));
  }
}
