import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { TastingRow } from '../database/entities';

/** A link that shows the findings of a tasting; of its token only the hash. */
@Entity('shares')
export class ShareRow {
  @PrimaryColumn('varchar') id: string;
  @Column('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @Column('varchar', { unique: true }) tokenHash: string;
  @Column('varchar') by: string;
  @Column('varchar') createdAt: string;
  @Column('varchar') expiresAt: string;
  @Column('varchar', { nullable: true }) revokedAt: string | null;
}
