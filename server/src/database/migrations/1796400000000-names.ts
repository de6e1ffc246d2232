import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Names of people out of the records of the day, where nobody could take them out later: before those are chained. */
export class Names1796400000000 implements MigrationInterface {
  name = 'Names1796400000000';

  async up(runner: QueryRunner): Promise<void> {
    // A file of a Jacana in between is chained already, and keeps what it says.
    if (await runner.hasTable('journal')) return;
    // It is set again at the start, with all others.
    await runner.query('DROP TRIGGER IF EXISTS "entries_no_update"');
    await runner.query(
      `UPDATE "entries" SET "body" = json_set("body", '$.panelist.name', 'Seat ' || json_extract("body", '$.panelist.seat')) WHERE "log" = 'amendments' AND json_extract("body", '$.kind') = 'walk-in'`,
    );
    const own = '"panelists"."tastingId" = "entries"."tastingId" AND "panelists"."id" = "entries"."byAccount"';
    await runner.query(
      `UPDATE "entries" SET "by" = (SELECT 'Seat ' || "seat" FROM "panelists" WHERE ${own}) WHERE "log" = 'service' AND EXISTS (SELECT 1 FROM "panelists" WHERE ${own})`,
    );
  }

  /** Names that were taken out do not come back; those that count stand with the panelists. */
  down(): Promise<void> {
    return Promise.resolve();
  }
}
