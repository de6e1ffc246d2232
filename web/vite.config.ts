import { resolve } from 'node:path';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = 'http://localhost:4680';

/** Two pages: the app for staff, and the ballot, which phones load without the rest. */
export default defineConfig({
  plugins: [react(), tailwind()],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  build: {
    rollupOptions: {
      input: { index: resolve(import.meta.dirname, 'index.html'), ballot: resolve(import.meta.dirname, 'ballot.html') },
    },
    chunkSizeWarningLimit: 700,
  },
  server: { proxy: { '/api': server } },
});
