import { TableColumn, type MigrationInterface, type QueryRunner } from 'typeorm';

/** Methods step by step; those that there are keep their lines of text, and have none. */
export class Chains1795737600000 implements MigrationInterface {
  name = 'Chains1795737600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumn('methods', new TableColumn({ name: 'chain', type: 'text', isNullable: true }));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropColumn('methods', 'chain');
  }
}
