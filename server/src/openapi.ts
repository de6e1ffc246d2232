import 'reflect-metadata';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { createApplication } from './application';
import { Refusal } from './fields/problems';
import { readOptions } from './options/options';

/** Writes the API contract, from which the web client is generated, to the file given. */
async function main(file: string): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'jacana-contract-'));
  const data = join(folder, 'empty.db');
  const app = await createApplication({ ...readOptions(['--data', data]), web: null, quiet: true });
  const about = new DocumentBuilder().setTitle('Jacana').setVersion('1').build();
  const contract = SwaggerModule.createDocument(app, about, {
    extraModels: [Refusal],
    operationIdFactory: (_controller, method) => method,
  });
  writeFileSync(file, `${JSON.stringify(contract, null, 2)}\n`);
  await app.close();
  rmSync(folder, { recursive: true });
}

void main(resolve(process.argv[2] ?? 'openapi.json'));
