import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request, { type Agent } from 'supertest';
import { AccountsService } from '../../src/accounts/accounts.service';
import { createApplication } from '../../src/application';
import type { Role } from '../../src/database/entities';
import { WorkersService } from '../../src/jobs/workers.service';
import type { ServerOptions } from '../../src/options/options';

/** A server of the test's own, with an empty data file and one person signed in per role. */
export interface Running {
  app: NestExpressApplication;
  as: Record<Role, Agent>;
  stranger: Agent;
  stop: () => Promise<void>;
}

export const PASSWORD = 'long enough to pass';

/** A place for a data file of a test's own. */
export function freshFile(): { data: string; discard: () => void } {
  const folder = mkdtempSync(join(tmpdir(), 'jacana-test-'));
  return { data: join(folder, 'tastings.db'), discard: () => rmSync(folder, { recursive: true }) };
}

/** The file is each test's own; see {@link freshFile}. */
export const testOptions: ServerOptions = {
  data: '',
  demo: false,
  lan: false,
  port: 4680,
  web: null,
  demoBundles: resolve(__dirname, '../../../demo'),
  coreWorker: resolve(__dirname, '../../dist/jobs/core.worker.js'),
  signInsPerMinute: 1000,
  passwordCost: { N: 2, r: 1, p: 1 },
  quiet: true,
  pace: 1,
  address: null,
  proxy: null,
  tls: null,
  printer: null,
  backup: null,
};

export async function startServer(options: Partial<ServerOptions> = {}): Promise<Running> {
  const { data, discard } = freshFile();
  const app = await createApplication({ ...testOptions, data, ...options });
  await app.init();
  shareWorkers(app);
  const server = app.getHttpServer();
  const stranger = request.agent(server);
  const { setUpCode } = app.get(AccountsService);
  await stranger
    .post('/api/set-up')
    .send({ name: 'Ines', login: 'coordinator', password: PASSWORD, setUpCode })
    .expect(204);
  const coordinator = await signIn(request.agent(server), 'coordinator');
  const as = { coordinator } as Record<Role, Agent>;
  for (const role of ['kitchen', 'server', 'reader'] as const) {
    await coordinator
      .post('/api/accounts')
      .send({ name: `The ${role}`, login: role, password: PASSWORD, role })
      .expect(200);
    as[role] = await signIn(request.agent(server), role);
  }
  const stop = async (): Promise<void> => {
    await app.close();
    discard();
  };
  return { app, as, stranger, stop };
}

/** Threads that compute take a second to load, so all servers of a test file share those of the first. */
let shared: WorkersService | undefined;

export function shareWorkers(app: NestExpressApplication): void {
  shared ??= new WorkersService(testOptions);
  const { long, short } = shared as unknown as Record<'long' | 'short', unknown>;
  Object.assign(app.get(WorkersService), { long, short, onModuleDestroy: () => undefined });
}

afterAll(() => shared?.onModuleDestroy());

export async function signIn(agent: Agent, login: string): Promise<Agent> {
  await agent.post('/api/session').send({ login, password: PASSWORD }).expect(200);
  return agent;
}
