import { defineConfig } from '@playwright/test';
import { browserOptions } from './support/browser';

export default defineConfig({
  testDir: './specs',
  outputDir: '../test-results',
  // Two browsers, a server and a test runner share a small machine: seconds, and minutes, are not much there.
  timeout: 480_000,
  expect: { timeout: 60_000 },
  // A press that a starved machine swallows ends no run; the list says "flaky", and each of those is to be looked into.
  retries: 1,
  workers: 2,
  fullyParallel: true,
  reporter: [['list']],
  forbidOnly: Boolean(process.env.CI),
  // Traces cost an eighth of the time; --trace on takes them where a failure is not understood.
  use: { ...browserOptions, viewport: { width: 1280, height: 800 }, screenshot: 'only-on-failure' },
});
