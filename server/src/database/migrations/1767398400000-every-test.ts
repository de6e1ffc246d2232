import { itemsOfVersion1, portionsFromVersion1, servingsFromVersion1 } from '@jacana/core/bundle/v1';
import { defaultsOfVersion2 } from '@jacana/core/bundle/v2';
import { type MigrationInterface, type QueryRunner, Table, TableColumn, TableForeignKey } from 'typeorm';

/**
 * Until here every tasting was a complete ranking at one sitting, with or without liking
 * scores. Now a tasting has a design of its own, ballots belong to a sitting, and an answer
 * to a question.
 */
export class EveryTest1767398400000 implements MigrationInterface {
  name = 'EveryTest1767398400000';

  async up(runner: QueryRunner): Promise<void> {
    await tastings(runner);
    await runner.addColumns('methods', [
      new TableColumn({ name: 'steps', type: 'text', default: `''` }),
      new TableColumn({ name: 'equipment', type: 'varchar', default: `''` }),
      new TableColumn({ name: 'cookLoss', type: 'float', isNullable: true }),
    ]);
    await plansAndKeys(runner);
    await ballots(runner);
    await answers(runner);
    // Columns that were added with a default are rebuilt without it, as the entities have them.
    for (const [table, column] of WITH_DEFAULTS) await withoutDefault(runner, table, column);
  }

  down(): Promise<void> {
    throw new Error('Ballots of other kinds than a ranking cannot be put back into the older form. Restore a backup.');
  }
}

const WITH_DEFAULTS = [
  ['tastings', 'design'],
  ['tastings', 'sitting'],
  ['methods', 'steps'],
  ['methods', 'equipment'],
  ['plans', 'scheme'],
  ['answers', 'sitting'],
] as const;

async function withoutDefault(runner: QueryRunner, table: string, name: string): Promise<void> {
  const column = (await runner.getTable(table))?.findColumnByName(name);
  if (!column) throw new Error(`The table ${table} has no column ${name}.`);
  const plain = column.clone();
  plain.default = undefined;
  await guarded(runner, table, () => runner.changeColumn(table, column, plain));
}

async function tastings(runner: QueryRunner): Promise<void> {
  await runner.addColumns('tastings', [
    new TableColumn({ name: 'design', type: 'text', default: `'{}'` }),
    new TableColumn({ name: 'sitting', type: 'integer', default: '1' }),
  ]);
  const counts = (await runner.query(
    'SELECT "tastingId", COUNT(*) AS "methods" FROM "methods" GROUP BY "tastingId"',
  )) as {
    tastingId: string;
    methods: number;
  }[];
  const methodsOf = new Map(counts.map(({ tastingId, methods }) => [tastingId, Number(methods)]));
  const rows = (await runner.query('SELECT "id", "liking", "ties" FROM "tastings"')) as {
    id: string;
    liking: unknown;
    ties: unknown;
  }[];
  const {
    question: _q,
    ballotTitle: _b,
    methods: _m,
    panel: _p,
    piecesPerMethod: _n,
    alpha: _a,
    ...design
  } = defaultsOfVersion2();
  for (const { id, liking, ties } of rows) {
    const whole = {
      ...design,
      ballot: { items: itemsOfVersion1(Boolean(liking), Boolean(ties)) },
      service: { ...design.service, together: Math.max(2, methodsOf.get(id) ?? 2) },
    };
    await update(runner, 'tastings', { design: JSON.stringify(whole) }, { id });
  }
  await runner.dropColumns('tastings', ['liking', 'ties']);
}

async function plansAndKeys(runner: QueryRunner): Promise<void> {
  await runner.addColumn('plans', new TableColumn({ name: 'scheme', type: 'integer', default: '1' }));
  const plans = (await runner.query('SELECT "tastingId", "servings", "pieces" FROM "plans"')) as Record<
    string,
    string
  >[];
  for (const { tastingId, servings, pieces } of plans) {
    const upgraded = {
      servings: JSON.stringify(servingsFromVersion1(JSON.parse(servings))),
      pieces: JSON.stringify((JSON.parse(pieces) as object[]).map((piece) => ({ ...piece, lot: null, block: 0 }))),
    };
    await update(runner, 'plans', upgraded, { tastingId });
  }
  const keys = (await runner.query('SELECT "tastingId", "portions" FROM "keys"')) as Record<string, string>[];
  for (const { tastingId, portions } of keys) {
    const upgraded = { portions: JSON.stringify(portionsFromVersion1(JSON.parse(portions))) };
    await update(runner, 'keys', upgraded, { tastingId });
  }
}

async function ballots(runner: QueryRunner): Promise<void> {
  const key = { isPrimary: true };
  const maybe = { type: 'varchar', isNullable: true };
  await runner.createTable(
    new Table({
      name: 'ballots',
      columns: [
        { name: 'tastingId', type: 'varchar', ...key },
        { name: 'panelistId', type: 'varchar', ...key },
        { name: 'sitting', type: 'integer', ...key },
        ...['openedAt', 'seenAt', 'handedInAt', 'handInId'].map((name) => ({ name, ...maybe })),
      ],
      foreignKeys: [
        new TableForeignKey({
          columnNames: ['tastingId'],
          referencedTableName: 'tastings',
          referencedColumnNames: ['id'],
        }),
      ],
    }),
  );
  await runner.query(
    `INSERT INTO "ballots" ("tastingId", "panelistId", "sitting", "openedAt", "seenAt", "handedInAt")
     SELECT "tastingId", "id", 1, "openedAt", "seenAt", "handedInAt" FROM "panelists" WHERE "openedAt" IS NOT NULL`,
  );
  await runner.dropColumns('panelists', ['openedAt', 'seenAt', 'handedInAt']);
}

/** The field of each kind's value, which stood alone before. */
const FIELD_OF: Record<string, string> = { liking: 'score', ranking: 'ranking', comment: 'text' };

async function answers(runner: QueryRunner): Promise<void> {
  await guarded(runner, 'answers', async () => {
    await runner.addColumns('answers', [
      new TableColumn({ name: 'sitting', type: 'integer', default: '1' }),
      new TableColumn({ name: 'item', type: 'varchar', isNullable: true }),
      new TableColumn({ name: 'set', type: 'integer', isNullable: true }),
    ]);
    const rows = (await runner.query('SELECT "seq", "kind", "value" FROM "answers"')) as {
      seq: number;
      kind: string;
      value: string | null;
    }[];
    for (const { seq, kind, value } of rows) {
      const field = FIELD_OF[kind];
      if (!field) continue;
      const upgraded = {
        kind: kind === 'liking' ? 'score' : kind,
        item: kind,
        set: kind === 'ranking' ? 0 : null,
        value: JSON.stringify({ [field]: JSON.parse(value ?? 'null') as unknown }),
      };
      await update(runner, 'answers', upgraded, { seq });
    }
  });
}

/** Lifts the guards of an append-only table for a change of its form, and sets them again. */
async function guarded(runner: QueryRunner, table: string, change: () => Promise<void>): Promise<void> {
  const isGuarded = table === 'answers' && runner.connection.options.type === 'better-sqlite3';
  if (isGuarded)
    for (const what of ['update', 'delete']) await runner.query(`DROP TRIGGER IF EXISTS "${table}_no_${what}"`);
  await change();
  if (isGuarded)
    for (const what of ['UPDATE', 'DELETE'])
      await runner.query(
        `CREATE TRIGGER "${table}_no_${what.toLowerCase()}" BEFORE ${what} ON "${table}" BEGIN SELECT RAISE(ABORT, '${table} are append-only'); END`,
      );
}

/** In plain SQL: the entities of today would read and write these columns in today's form. */
async function update(
  runner: QueryRunner,
  table: string,
  values: Record<string, unknown>,
  where: Record<string, unknown>,
): Promise<void> {
  const { driver } = runner.connection;
  const columns = Object.keys(values);
  const named = (names: string[], from: number): string[] =>
    names.map((name, at) => `"${name}" = ${driver.createParameter(name, from + at)}`);
  await runner.query(
    `UPDATE "${table}" SET ${named(columns, 0).join(', ')} WHERE ${named(Object.keys(where), columns.length).join(' AND ')}`,
    [...Object.values(values), ...Object.values(where)],
  );
}
