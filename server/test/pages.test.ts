import { resolve } from 'node:path';
import request from 'supertest';
import { createApplication } from '../src/application';
import { freshFile, testOptions } from './support/running';

/** The built web app as the server gives it out. */
const web = resolve(__dirname, '../../web/dist');
let server: ReturnType<typeof request>;
let stop: () => Promise<void>;
beforeAll(async () => {
  const { data, discard } = freshFile();
  const app = await createApplication({ ...testOptions, data, web });
  await app.init();
  server = request(app.getHttpServer());
  stop = async () => {
    await app.close();
    discard();
  };
});
afterAll(() => stop());

it.each(['/', '/sign-in', '/tastings/some-id/read'])('gives the app for %s', async (path) => {
  const { text, headers } = await server.get(path).expect(200);
  expect(text).toContain('<title>Jacana</title>');
  expect(headers['cache-control']).toBe('no-cache');
});

it('gives the ballot, and nothing of the app, for a ballot address', async () => {
  const { text } = await server.get('/b/sometokenorother').expect(200);
  expect(text).toContain('<title>Your ballot</title>');
  expect(text).not.toMatch(/assets\/index-[\w-]+\.js/);
});

it('keeps files that are named by their content for good, and says plainly what is not there', async () => {
  const page = (await server.get('/')).text;
  const script = /\/assets\/[\w-]+\.js/.exec(page)?.[0] as string;
  expect((await server.get(script).expect(200)).headers['cache-control']).toContain('immutable');
  await server.get('/assets/nothing.js').expect(404);
  expect((await server.get('/api/nothing').expect(404)).body).toMatchObject({ statusCode: 404, problems: [] });
});

it('forbids scripts and frames from elsewhere, and tells no other page where it came from', async () => {
  const { headers } = await server.get('/b/sometokenorother');
  expect(headers['content-security-policy']).toContain("script-src 'self'");
  expect(headers['content-security-policy']).toContain("frame-ancestors 'self'");
  expect(headers['content-security-policy']).not.toContain('upgrade-insecure-requests');
  expect(headers['referrer-policy']).toBe('no-referrer');
});
