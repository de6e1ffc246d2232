import { Table, type MigrationInterface, type QueryRunner } from 'typeorm';

/** Links that show the findings of one tasting to somebody without an account. */
export class Shares1796342400000 implements MigrationInterface {
  name = 'Shares1796342400000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(SHARES);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('shares');
  }
}

const SHARES = new Table({
  name: 'shares',
  columns: [
    { name: 'id', type: 'varchar', isPrimary: true },
    { name: 'tastingId', type: 'varchar' },
    { name: 'tokenHash', type: 'varchar', isUnique: true },
    { name: 'by', type: 'varchar' },
    { name: 'createdAt', type: 'varchar' },
    { name: 'expiresAt', type: 'varchar' },
    { name: 'revokedAt', type: 'varchar', isNullable: true },
  ],
  foreignKeys: [{ columnNames: ['tastingId'], referencedTableName: 'tastings', referencedColumnNames: ['id'] }],
});
