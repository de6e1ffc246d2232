import { Table, type MigrationInterface, type QueryRunner } from 'typeorm';

/** Ballots on paper, while they are typed in: what each of two people read, and a picture of the sheet. */
export class Typed1796256000000 implements MigrationInterface {
  name = 'Typed1796256000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(TYPINGS);
    await runner.createTable(PICTURES);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('paper_pictures');
    await runner.dropTable('typings');
  }
}

const OF_A_BALLOT = [
  { name: 'tastingId', type: 'varchar', isPrimary: true },
  { name: 'panelistId', type: 'varchar', isPrimary: true },
  { name: 'sitting', type: 'integer', isPrimary: true },
];
const OF_A_TASTING = [{ columnNames: ['tastingId'], referencedTableName: 'tastings', referencedColumnNames: ['id'] }];

const TYPINGS = new Table({
  name: 'typings',
  columns: [
    ...OF_A_BALLOT,
    { name: 'turn', type: 'integer', isPrimary: true },
    { name: 'at', type: 'varchar' },
    { name: 'by', type: 'varchar' },
    { name: 'byAccount', type: 'varchar' },
    { name: 'answers', type: 'text' },
  ],
  foreignKeys: OF_A_TASTING,
});

const PICTURES = new Table({
  name: 'paper_pictures',
  columns: [...OF_A_BALLOT, { name: 'jpeg', type: 'blob' }],
  foreignKeys: OF_A_TASTING,
});
