import { TableColumn, type MigrationInterface, type QueryRunner } from 'typeorm';

/** Methods step by step, and what a tasting is cooked on; those that there are keep their lines of text, and have none. */
export class Chains1795737600000 implements MigrationInterface {
  name = 'Chains1795737600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumn('methods', new TableColumn({ name: 'chain', type: 'text', isNullable: true }));
    await runner.addColumns('tastings', [
      new TableColumn({ name: 'range', type: 'text', isNullable: true }),
      new TableColumn({ name: 'rangeVersion', type: 'integer', isNullable: true }),
      new TableColumn({ name: 'rangeSavedAt', type: 'varchar', isNullable: true }),
    ]);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropColumns('tastings', ['range', 'rangeVersion', 'rangeSavedAt']);
    await runner.dropColumn('methods', 'chain');
  }
}
