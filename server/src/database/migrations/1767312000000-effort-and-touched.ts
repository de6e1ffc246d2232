import { type MigrationInterface, type QueryRunner, TableColumn } from 'typeorm';

/** What a method costs in effort, and what a caveat touches; both may be unknown. */
export class EffortAndTouched1767312000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumn('methods', new TableColumn({ name: 'effort', type: 'text', isNullable: true }));
    await runner.addColumn('caveats', new TableColumn({ name: 'about', type: 'text', isNullable: true }));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropColumn('caveats', 'about');
    await runner.dropColumn('methods', 'effort');
  }
}
