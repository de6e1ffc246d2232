import { defineConfig } from '@playwright/test';
import { browserOptions } from './support/browser';

/** npm run screenshots: takes the pictures in docs/screenshots anew from the demo data. */
export default defineConfig({
  testDir: './screenshots',
  outputDir: '../test-results',
  timeout: 240_000,
  workers: 1,
  reporter: [['list']],
  use: { ...browserOptions, viewport: { width: 1280, height: 800 } },
});
