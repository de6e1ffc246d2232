import { type MigrationInterface, type QueryRunner, Table, TableColumn } from 'typeorm';

/**
 * Records of the day: caveats become entries that are only added, and so do the marks of
 * panelists who were not blind. Drafts get a version, and events say what they are about.
 */
export class Records1780000000000 implements MigrationInterface {
  name = 'Records1780000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(ENTRIES);
    await caveats(runner);
    await blindMarks(runner);
    await runner.dropTable('caveats');
    await runner.dropColumns('panelists', ['blind', 'notBlindBecause']);
    await runner.addColumn('tastings', new TableColumn({ name: 'version', type: 'integer', default: '1' }));
    await runner.renameColumn('events', 'panelistId', 'about');
    await runner.query(`UPDATE "events" SET "about" = '' WHERE "about" IS NULL`);
    // A column is added with a default and renamed as nullable; the entities want neither.
    await plain(runner, 'tastings', 'version', { default: undefined });
    await plain(runner, 'events', 'about', { isNullable: false });
  }

  down(): Promise<void> {
    throw new Error('Edited and withdrawn caveats cannot be put back into the older form. Restore a backup.');
  }
}

const text = (name: string, type = 'varchar') => ({ name, type });

const ENTRIES = new Table({
  name: 'entries',
  columns: [
    { name: 'seq', type: 'integer', isPrimary: true, isGenerated: true, generationStrategy: 'increment' },
    ...['tastingId', 'log', 'entryId', 'at', 'storedAt', 'by', 'byAccount'].map((name) => text(name)),
    text('body', 'text'),
  ],
  uniques: [{ columnNames: ['tastingId', 'log', 'entryId'] }],
  foreignKeys: [{ columnNames: ['tastingId'], referencedTableName: 'tastings', referencedColumnNames: ['id'] }],
});

async function insert(runner: QueryRunner, values: Record<string, string>): Promise<void> {
  const names = Object.keys(values);
  const { driver } = runner.connection;
  await runner.query(
    `INSERT INTO "entries" (${names.map((name) => `"${name}"`).join(', ')})
     VALUES (${names.map((name, at) => driver.createParameter(name, at)).join(', ')})`,
    Object.values(values),
  );
}

async function caveats(runner: QueryRunner): Promise<void> {
  const rows = (await runner.query('SELECT * FROM "caveats" ORDER BY "at", "id"')) as Record<string, string | null>[];
  for (const { id, tastingId, at, by, byAccount, text: said, about } of rows) {
    const touched = about === null ? {} : { about: JSON.parse(about) as unknown };
    const stored = { tastingId, log: 'caveats', entryId: id, at, storedAt: at, by, byAccount } as Record<
      string,
      string
    >;
    await insert(runner, { ...stored, body: JSON.stringify({ kind: 'noted', text: said, ...touched }) });
  }
}

/** The moment of a mark was never kept; it is taken for as old as the plan. */
async function blindMarks(runner: QueryRunner): Promise<void> {
  const rows = (await runner.query(
    `SELECT p."tastingId", p."id", p."notBlindBecause" AS "because", COALESCE(l."lockedAt", t."createdAt") AS "at"
     FROM "panelists" p JOIN "tastings" t ON t."id" = p."tastingId" LEFT JOIN "plans" l ON l."tastingId" = p."tastingId"
     WHERE NOT p."blind" ORDER BY p."seat"`,
  )) as Record<string, string>[];
  for (const { tastingId, id, because, at } of rows) {
    const body = JSON.stringify({ kind: 'not-blind', panelist: id, because: because || 'No reason was kept.' });
    const entryId = `not-blind-${id}`.slice(0, 64);
    await insert(runner, { tastingId, log: 'caveats', entryId, at, storedAt: at, by: '', byAccount: '', body });
  }
}

async function plain(
  runner: QueryRunner,
  table: string,
  name: string,
  change: { default?: undefined; isNullable?: boolean },
): Promise<void> {
  const column = (await runner.getTable(table))?.findColumnByName(name);
  if (!column) throw new Error(`The table ${table} has no column ${name}.`);
  await runner.changeColumn(table, column, Object.assign(column.clone(), change));
}
