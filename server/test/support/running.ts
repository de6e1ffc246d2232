import 'reflect-metadata';
import { resolve } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request, { type Agent } from 'supertest';
import { createApplication } from '../../src/application';
import type { Role } from '../../src/database/entities';
import type { ServerOptions } from '../../src/options';

/** A server of the test's own, with an empty data file and one person signed in per role. */
export interface Running {
  app: NestExpressApplication;
  as: Record<Role, Agent>;
  stranger: Agent;
  stop: () => Promise<void>;
}

const PASSWORD = 'long enough to pass';

export const testOptions: ServerOptions = {
  data: ':memory:',
  demo: false,
  lan: false,
  port: 4680,
  web: null,
  demoBundles: resolve(__dirname, '../../../demo'),
  coreWorker: resolve(__dirname, '../../dist/jobs/core.worker.js'),
  signInsPerMinute: 1000,
  quiet: true,
};

export async function startServer(options: Partial<ServerOptions> = {}): Promise<Running> {
  const app = await createApplication({ ...testOptions, ...options });
  await app.init();
  const server = app.getHttpServer();
  const stranger = request.agent(server);
  await stranger.post('/api/set-up').send({ name: 'Ines', login: 'coordinator', password: PASSWORD }).expect(204);
  const coordinator = await signIn(request.agent(server), 'coordinator');
  const as = { coordinator } as Record<Role, Agent>;
  for (const role of ['kitchen', 'server', 'reader'] as const) {
    await coordinator
      .post('/api/accounts')
      .send({ name: `The ${role}`, login: role, password: PASSWORD, role })
      .expect(200);
    as[role] = await signIn(request.agent(server), role);
  }
  return { app, as, stranger, stop: () => app.close() };
}

export async function signIn(agent: Agent, login: string): Promise<Agent> {
  await agent.post('/api/session').send({ login, password: PASSWORD }).expect(200);
  return agent;
}
