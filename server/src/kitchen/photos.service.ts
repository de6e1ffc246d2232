import { Injectable, NotFoundException } from '@nestjs/common';
import { MOST_PHOTOS, type Photo } from '@jacana/core/bundle';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { PhotoRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { readJpeg } from '../fields/jpeg';
import { refuseState } from '../fields/problems';
import { AccessService } from '../seal/access/access.service';

/** Pictures of pieces, each under the id of its entry in the kitchen log. */
@Injectable()
export class PhotosService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
  ) {}

  async read(tastingId: string, id: string, me: Me): Promise<Buffer> {
    await this.access.knownTo(me.role, tastingId);
    const row = await this.transactions.read.findOneBy(PhotoRow, { tastingId, id });
    if (!row) throw new NotFoundException('There is no such photo.');
    return row.jpeg;
  }

  /** Within the write of its entry. */
  async keep(manager: EntityManager, tastingId: string, { id, jpeg: text }: Photo, field: string): Promise<void> {
    const jpeg = readJpeg(text, field);
    if ((await manager.countBy(PhotoRow, { tastingId })) >= MOST_PHOTOS)
      throw refuseState('full', `A tasting holds ${MOST_PHOTOS} photos. Write a note instead.`);
    await manager.insert(PhotoRow, { tastingId, id, jpeg });
  }

  async all(manager: EntityManager, tastingId: string): Promise<Photo[]> {
    const rows = await manager.find(PhotoRow, { where: { tastingId }, order: { id: 'ASC' } });
    return rows.map(({ id, jpeg }) => ({ id, jpeg: jpeg.toString('base64') }));
  }
}
