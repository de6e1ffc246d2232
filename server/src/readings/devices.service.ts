import { createHash, randomBytes } from 'node:crypto';
import { Injectable, NotFoundException, UnauthorizedException } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { DeviceRow, ReadingRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseState } from '../fields/problems';
import { AccessService } from '../seal/access/access.service';
import type { ChannelView, DeviceToken, DeviceView, NewDevice } from './readings.dto';

/** Which thermometers and scales may send readings to a tasting, each by a token of its own. */
@Injectable()
export class DevicesService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly audit: AuditService,
  ) {}

  async list(tastingId: string, me: Me): Promise<DeviceView[]> {
    await this.access.knownTo(me.role, tastingId);
    const { read } = this.transactions;
    const devices = await read.find(DeviceRow, { where: { tastingId }, order: { createdAt: 'ASC', name: 'ASC' } });
    return Promise.all(
      devices.map(async ({ name, measures, tokenHash }) => ({
        ...{ name, measures, isOpen: tokenHash !== null },
        channels: await this.latest(read, tastingId, name),
      })),
    );
  }

  /** The last reading of each channel. */
  private async latest(read: EntityManager, tastingId: string, device: string): Promise<ChannelView[]> {
    const last: { channel: number; minute: number }[] = await read
      .createQueryBuilder(ReadingRow, 'reading')
      .select('reading.channel', 'channel')
      .addSelect('MAX(reading.minute)', 'minute')
      .where({ tastingId, device })
      .groupBy('reading.channel')
      .orderBy('reading.channel')
      .getRawMany();
    const rows =
      last.length > 0 ? await read.find(ReadingRow, { where: last.map((one) => ({ tastingId, device, ...one })) }) : [];
    return rows
      .sort((one, other) => one.channel - other.channel)
      .map(({ channel, minute, seconds, values }) => ({
        channel,
        at: new Date(minute * 60_000 + Math.round(1000 * seconds[seconds.length - 1])).toISOString(),
        value: values[values.length - 1],
      }));
  }

  /** A device that is known by its name gets a new token, and its old one ends. */
  async open(tastingId: string, { name: typed, measures }: NewDevice, me: Me): Promise<DeviceToken> {
    await this.access.knownTo(me.role, tastingId);
    const name = typed.trim();
    const token = randomBytes(24).toString('base64url');
    await this.transactions.write(async (manager) => {
      const known = await manager.findOneBy(DeviceRow, { tastingId, name });
      if (known && known.measures !== measures)
        throw refuseState('device-known', `"${name}" measures something else here. Give this one another name.`);
      if (known) await manager.update(DeviceRow, { tastingId, name }, { tokenHash: hashOf(token) });
      else
        await manager.insert(DeviceRow, {
          ...{ tastingId, name, measures, tokenHash: hashOf(token) },
          createdAt: new Date().toISOString(),
        });
      await this.audit.record(manager, { by: me.name, action: 'opened to a device', tastingId, detail: name });
    });
    return { name, token };
  }

  /** It may send nothing more; what it sent stays. */
  async close(tastingId: string, name: string, me: Me): Promise<void> {
    await this.access.knownTo(me.role, tastingId);
    await this.transactions.write(async (manager) => {
      await this.known(manager, tastingId, name);
      await manager.update(DeviceRow, { tastingId, name }, { tokenHash: null });
      await this.audit.record(manager, { by: me.name, action: 'closed to a device', tastingId, detail: name });
    });
  }

  async known(manager: EntityManager, tastingId: string, name: string): Promise<DeviceRow> {
    const device = await manager.findOneBy(DeviceRow, { tastingId, name });
    if (!device) throw new NotFoundException('This tasting has no device of that name.');
    return device;
  }

  /** @throws UnauthorizedException for a token that opens nothing, whatever the reason */
  async sending(authorization: string | undefined): Promise<DeviceRow> {
    const token = /^Bearer ([\w-]{20,80})$/i.exec(authorization ?? '')?.[1];
    const { read } = this.transactions;
    const device = token ? await read.findOneBy(DeviceRow, { tokenHash: hashOf(token) }) : null;
    const tasting = device && (await read.findOneBy(TastingRow, { id: device.tastingId }));
    if (!device || !tasting || tasting.removedAt !== null)
      throw new UnauthorizedException(
        'This token opens nothing. Send "Authorization: Bearer TOKEN", with a token from the Cook page.',
      );
    return device;
  }
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
