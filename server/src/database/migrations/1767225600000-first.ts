import { type MigrationInterface, type QueryRunner, Table, type TableColumnOptions, TableIndex } from 'typeorm';

type Spec = Record<string, TableColumnOptions['type'] | Omit<TableColumnOptions, 'name'>>;

const key = (type = 'varchar'): Omit<TableColumnOptions, 'name'> => ({ type, isPrimary: true });
const sequence: Omit<TableColumnOptions, 'name'> = {
  type: 'integer',
  isPrimary: true,
  isGenerated: true,
  generationStrategy: 'increment',
};
const maybe: Omit<TableColumnOptions, 'name'> = { type: 'varchar', isNullable: true };
const unique: Omit<TableColumnOptions, 'name'> = { type: 'varchar', isUnique: true };

const TABLES: Record<string, Spec> = {
  accounts: {
    id: key(),
    name: 'varchar',
    login: unique,
    role: 'varchar',
    passwordHash: 'varchar',
    demo: 'boolean',
    createdAt: 'varchar',
  },
  sessions: { tokenHash: key(), accountId: 'varchar', expiresAt: 'varchar' },
  tastings: {
    id: key(),
    title: 'varchar',
    question: 'text',
    ballotTitle: 'varchar',
    liking: 'boolean',
    ties: 'boolean',
    piecesPerMethod: 'integer',
    alpha: 'float',
    createdAt: 'varchar',
    closedAt: maybe,
    unsealedAt: maybe,
    unsealedBy: maybe,
    removedAt: maybe,
  },
  methods: { tastingId: key(), id: key(), place: 'integer', name: 'varchar', note: 'text', reference: 'boolean' },
  panelists: {
    tastingId: key(),
    id: key(),
    seat: 'integer',
    name: 'varchar',
    blind: 'boolean',
    notBlindBecause: 'text',
    token: unique,
    device: maybe,
    openedAt: maybe,
    seenAt: maybe,
    handedInAt: maybe,
  },
  plans: {
    tastingId: key(),
    lockedAt: 'varchar',
    engine: 'varchar',
    alpha: 'float',
    analysis: 'varchar',
    fingerprint: 'varchar',
    servings: 'text',
    pieces: 'text',
  },
  keys: { tastingId: key(), seed: 'varchar', salt: 'varchar', codes: 'text', portions: 'text' },
  answers: {
    seq: sequence,
    tastingId: 'varchar',
    panelistId: 'varchar',
    answerId: 'varchar',
    kind: 'varchar',
    code: maybe,
    value: { type: 'text', isNullable: true },
    at: 'varchar',
    by: 'varchar',
    reason: 'text',
  },
  caveats: { id: key(), tastingId: 'varchar', at: 'varchar', by: 'varchar', byAccount: 'varchar', text: 'text' },
  events: { seq: sequence, tastingId: 'varchar', kind: 'varchar', panelistId: maybe },
  audit: {
    seq: sequence,
    at: 'varchar',
    by: 'varchar',
    action: 'varchar',
    tastingId: maybe,
    detail: 'text',
    previousHash: 'varchar',
    hash: 'varchar',
  },
  snapshots: {
    tastingId: key(),
    bundleHash: 'varchar',
    engine: 'varchar',
    seed: 'varchar',
    computedAt: 'varchar',
    findings: 'text',
  },
};

/** Tables whose rows belong to a tasting, and cannot stand without it. */
const OF_A_TASTING = ['methods', 'panelists', 'plans', 'keys', 'answers', 'caveats', 'events', 'snapshots'];

const belongsTo = (columnName: string, referencedTableName: string) => ({
  columnNames: [columnName],
  referencedTableName,
  referencedColumnNames: ['id'],
});

export class First1767225600000 implements MigrationInterface {
  name = 'First1767225600000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [name, spec] of Object.entries(TABLES)) {
      const columns = Object.entries(spec).map(([column, type]) => ({
        name: column,
        ...(typeof type === 'object' ? type : { type: type }),
      }));
      const uniques = name === 'answers' ? [{ columnNames: ['tastingId', 'panelistId', 'answerId'] }] : [];
      const foreignKeys = OF_A_TASTING.includes(name)
        ? [belongsTo('tastingId', 'tastings')]
        : name === 'sessions'
          ? [belongsTo('accountId', 'accounts')]
          : [];
      await runner.createTable(new Table({ name, columns, uniques, foreignKeys }));
    }
    for (const name of ['caveats', 'events', 'audit']) {
      await runner.createIndex(name, new TableIndex({ columnNames: ['tastingId'] }));
    }
    // Answers and the audit log only ever grow, whatever program opens the file.
    for (const name of ['answers', 'audit']) {
      if (runner.connection.options.type !== 'better-sqlite3') break;
      for (const change of ['UPDATE', 'DELETE']) {
        await runner.query(
          `CREATE TRIGGER "${name}_no_${change.toLowerCase()}" BEFORE ${change} ON "${name}" BEGIN SELECT RAISE(ABORT, '${name} are append-only'); END`,
        );
      }
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const name of Object.keys(TABLES).reverse()) await runner.dropTable(name);
  }
}
