import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { TastingRow } from '../../database/entities';

/** What links codes to methods. No file outside the seal may read it; the arrows check that. */
@Entity('keys')
export class KeyRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @Column('varchar') seed: string;
  @Column('varchar') salt: string;
  @Column('simple-json') codes: Record<string, string>;
  @Column('simple-json') portions: { panelist: string; sitting: number; tags: string[] }[];
}
