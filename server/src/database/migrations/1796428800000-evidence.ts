import { createHash } from 'node:crypto';
import { Table, TableColumn, type MigrationInterface, type QueryRunner } from 'typeorm';

/** Sessions say where they are from; every record of a tasting leaves its mark in one chain. */
export class Evidence1796428800000 implements MigrationInterface {
  name = 'Evidence1796428800000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumns(
      'sessions',
      ['openedAt', 'seenAt', 'device', 'address', 'agent'].map(
        (name) => new TableColumn({ name, type: 'varchar', default: "''" }),
      ),
    );
    await runner.addColumn('sessions', new TableColumn({ name: 'endedAt', type: 'varchar', isNullable: true }));
    await runner.createTable(JOURNAL);
    await chainWhatIsThere(runner);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('journal');
    for (const name of ['endedAt', 'agent', 'address', 'device', 'seenAt', 'openedAt'])
      await runner.dropColumn('sessions', name);
  }
}

const JOURNAL = new Table({
  name: 'journal',
  columns: [
    { name: 'tastingId', type: 'varchar', isPrimary: true },
    { name: 'number', type: 'integer', isPrimary: true },
    { name: 'of', type: 'varchar' },
    { name: 'name', type: 'varchar' },
    { name: 'said', type: 'varchar' },
    { name: 'hash', type: 'varchar' },
  ],
});

/** As the guards of the file write it down from now on. */
const SAID: [of: string, name: string, content: string[]][] = [
  [
    'plans',
    '"fingerprint"',
    ['lockedAt', 'engine', 'alpha', 'analysis', 'scheme', 'fingerprint', 'servings', 'pieces'],
  ],
  ['keys', '"tastingId"', ['seed', 'salt', 'codes', 'portions']],
  ['amended_keys', '"panelistId"', ['panelistId', 'codes', 'portions']],
  ['audit', '"seq"', ['seq', 'at', 'by', 'action', 'tastingId', 'detail', 'previousHash', 'hash']],
  ['entries', '"seq"', ['seq', 'tastingId', 'log', 'entryId', 'at', 'storedAt', 'by', 'byAccount', 'body']],
  [
    'answers',
    '"seq"',
    [
      'seq',
      'tastingId',
      'panelistId',
      'answerId',
      'sitting',
      'kind',
      'item',
      'code',
      'set',
      'value',
      'at',
      'by',
      'reason',
    ],
  ],
  ['ballots', `"sitting" || ' ' || "panelistId"`, ['panelistId', 'sitting', 'handedInAt', 'handInId']],
];

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/** What was there before there was a chain, in one go: from here on it is part of it. */
async function chainWhatIsThere(runner: QueryRunner): Promise<void> {
  const heads = new Map<string, { number: number; hash: string }>();
  for (const [of, name, columns] of SAID) {
    const content = `json_array(${columns.map((column) => `"${column}"`).join(', ')})`;
    const only = of === 'ballots' ? ' AND "handedInAt" IS NOT NULL' : '';
    const rows = (await runner.query(
      `SELECT "tastingId" AS tasting, CAST(${name} AS TEXT) AS name, ${content} AS content FROM "${of}" WHERE "tastingId" IS NOT NULL${only} ORDER BY rowid`,
    )) as { tasting: string; name: string; content: string }[];
    for (const { tasting, name: row, content: text } of rows) {
      const before = heads.get(tasting) ?? { number: 0, hash: '' };
      const said = sha256(text);
      const next = { number: before.number + 1, hash: sha256(`${before.hash}\n${of}\n${row}\n${said}`) };
      heads.set(tasting, next);
      await runner.query(`INSERT INTO "journal" VALUES (?, ?, ?, ?, ?, ?)`, [
        ...[tasting, next.number, of, row, said, next.hash],
      ]);
    }
  }
}
