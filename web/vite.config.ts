import { resolve } from 'node:path';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

const server = process.env.JACANA_SERVER ?? 'http://localhost:4680';

/** In development, too, a ballot's address leads to the ballot's own page. */
const ballotPage: Plugin = {
  name: 'ballot-page',
  configureServer: ({ middlewares }) => {
    middlewares.use((request, _response, next) => {
      if (/^\/b(\/|$)/.test(request.url ?? '')) request.url = '/ballot.html';
      next();
    });
  },
};

/** Two pages: the app for staff, and the ballot, which phones load without the rest. */
export default defineConfig({
  plugins: [react(), tailwind(), ballotPage],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  build: {
    rollupOptions: {
      input: { index: resolve(import.meta.dirname, 'index.html'), ballot: resolve(import.meta.dirname, 'ballot.html') },
    },
    // Browsers that cannot load ahead load a little later; the code that would help them costs every phone.
    modulePreload: { polyfill: false },
    chunkSizeWarningLimit: 700,
  },
  server: { proxy: { '/api': server } },
});
