import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The chain of all records of a tasting, written by the guards of the file alone: each link carries the hash of the one before. */
@Entity('journal')
export class JournalRow {
  @PrimaryColumn('varchar') tastingId: string;
  /** From 1, without a gap. */
  @PrimaryColumn('integer') number: number;
  /** The table, and the row of it. */
  @Column('varchar') of: string;
  @Column('varchar') name: string;
  /** Hash of what the row said when it was stored. */
  @Column('varchar') said: string;
  @Column('varchar') hash: string;
}
