import { Table, type MigrationInterface, type QueryRunner } from 'typeorm';

/** What the key says of people who walked in after locking; the key itself stays as it was locked. */
export class WalkIns1796083200000 implements MigrationInterface {
  name = 'WalkIns1796083200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(AMENDED_KEYS);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('amended_keys');
  }
}

const AMENDED_KEYS = new Table({
  name: 'amended_keys',
  columns: [
    { name: 'tastingId', type: 'varchar', isPrimary: true },
    { name: 'panelistId', type: 'varchar', isPrimary: true },
    { name: 'codes', type: 'text' },
    { name: 'portions', type: 'text' },
  ],
  foreignKeys: [{ columnNames: ['tastingId'], referencedTableName: 'tastings', referencedColumnNames: ['id'] }],
});
