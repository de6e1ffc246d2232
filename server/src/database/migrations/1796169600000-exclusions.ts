import { Table, type MigrationInterface, type QueryRunner } from 'typeorm';

/** What panelists must not eat. */
export class Exclusions1796169600000 implements MigrationInterface {
  name = 'Exclusions1796169600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(EXCLUSIONS);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('exclusions');
  }
}

const EXCLUSIONS = new Table({
  name: 'exclusions',
  columns: [
    { name: 'tastingId', type: 'varchar', isPrimary: true },
    { name: 'panelistId', type: 'varchar', isPrimary: true },
    { name: 'allergens', type: 'text' },
    { name: 'others', type: 'varchar' },
  ],
  foreignKeys: [{ columnNames: ['tastingId'], referencedTableName: 'tastings', referencedColumnNames: ['id'] }],
});
