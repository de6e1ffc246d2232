import { Table, type MigrationInterface, type QueryRunner } from 'typeorm';

/** What holds for the house, whatever is tasted: one row, under the name 'house'. */
export class House1795910400000 implements MigrationInterface {
  name = 'House1795910400000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(HOUSE);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('house');
  }
}

const HOUSE = new Table({
  name: 'house',
  columns: [
    { name: 'id', type: 'varchar', isPrimary: true },
    { name: 'range', type: 'text', isNullable: true },
    { name: 'locale', type: 'varchar' },
  ],
});
