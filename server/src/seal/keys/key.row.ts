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

/** What the key says of somebody who walked in after locking. Under the seal like the key. */
@Entity('amended_keys')
export class AmendedKeyRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') panelistId: string;
  /** The methods of codes that nobody else has. */
  @Column('simple-json') codes: Record<string, string>;
  @Column('simple-json') portions: KeyRow['portions'];
}
