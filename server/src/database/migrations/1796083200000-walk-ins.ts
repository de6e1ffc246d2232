import { Table, TableColumn, type MigrationInterface, type QueryRunner } from 'typeorm';

/** People who walk in after locking: with whom they are served, and what the key says of them; it stays as it was locked. */
export class WalkIns1796083200000 implements MigrationInterface {
  name = 'WalkIns1796083200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(AMENDED_KEYS);
    await runner.addColumn('panelists', new TableColumn({ name: 'flight', type: 'integer', isNullable: true }));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropColumn('panelists', 'flight');
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
