import { Table, type MigrationInterface, type QueryRunner } from 'typeorm';

/** Devices that measure, and what they measured: a row for each channel and minute. And pictures of pieces. */
export class Readings1795824000000 implements MigrationInterface {
  name = 'Readings1795824000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(DEVICES);
    await runner.createTable(READINGS);
    await runner.createTable(PHOTOS);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable('photos');
    await runner.dropTable('readings');
    await runner.dropTable('devices');
  }
}

const ofTasting = { columnNames: ['tastingId'], referencedTableName: 'tastings', referencedColumnNames: ['id'] };
const key = (name: string, type = 'varchar') => ({ name, type, isPrimary: true });
const plain = (name: string, type = 'varchar') => ({ name, type });

const DEVICES = new Table({
  name: 'devices',
  columns: [
    ...[key('tastingId'), key('name'), plain('measures'), plain('createdAt')],
    { name: 'tokenHash', type: 'varchar', isNullable: true, isUnique: true },
  ],
  foreignKeys: [ofTasting],
});

const READINGS = new Table({
  name: 'readings',
  columns: [
    ...[key('tastingId'), key('device'), key('channel', 'integer'), key('minute', 'integer')],
    ...[plain('seconds', 'text'), plain('values', 'text'), plain('count', 'integer')],
    ...['sum', 'least', 'most'].map((name) => plain(name, 'float')),
  ],
  foreignKeys: [ofTasting],
});

const PHOTOS = new Table({
  name: 'photos',
  columns: [key('tastingId'), key('id'), plain('jpeg', 'blob')],
  foreignKeys: [ofTasting],
});
