import { defineConfig } from '@playwright/test';
import { browserOptions } from './support/browser';

export default defineConfig({
  testDir: './specs',
  outputDir: '../test-results',
  // Two browsers, a server and a test runner share a small machine: seconds, and minutes, are not much there.
  timeout: 240_000,
  expect: { timeout: 15_000 },
  workers: 2,
  fullyParallel: true,
  reporter: [['list']],
  forbidOnly: Boolean(process.env.CI),
  use: { ...browserOptions, viewport: { width: 1280, height: 800 }, trace: 'retain-on-failure' },
});
