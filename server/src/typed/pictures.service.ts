import { Injectable, NotFoundException } from '@nestjs/common';
import type { Me } from '../accounts/allow';
import { PaperPictureRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { readJpeg } from '../fields/jpeg';
import { AccessService } from '../seal/access/access.service';
import { PaperBallots, placeOf } from './paperBallots.service';
import type { PaperPicture, PaperOf } from './typed.dto';

/** Pictures of ballots on paper: somebody's own hand, so they stay in the data file and go out in no bundle. */
@Injectable()
export class PaperPictures {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly papers: PaperBallots,
  ) {}

  async keep(of: PaperOf, { jpeg: text }: PaperPicture, me: Me): Promise<void> {
    await this.access.knownTo(me.role, of.id);
    const jpeg = readJpeg(text, 'jpeg');
    await this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      await manager.save(PaperPictureRow, { ...placeOf(own), jpeg });
    });
  }

  async read(of: PaperOf, me: Me): Promise<Buffer> {
    await this.access.knownTo(me.role, of.id);
    const { read } = this.transactions;
    const own = await this.papers.find(read, of);
    const row = await read.findOneBy(PaperPictureRow, placeOf(own));
    if (!row) throw new NotFoundException('There is no picture of this ballot.');
    return row.jpeg;
  }
}
