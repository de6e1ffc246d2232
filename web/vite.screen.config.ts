import { resolve } from 'node:path';
import { defineConfig } from 'vite';

/** The ballot's first screen, for the server to make: one file, next to what browsers load and never sent to them. */
export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node', 'development|production'] },
  ssr: { noExternal: true, resolve: { conditions: ['source', 'module', 'node', 'development|production'] } },
  publicDir: false,
  build: {
    ssr: resolve(import.meta.dirname, 'src/ballot/firstScreen.tsx'),
    outDir: 'dist-screen',
    emptyOutDir: true,
    minify: false,
    // The server is CommonJS.
    rollupOptions: {
      output: {
        format: 'cjs',
        entryFileNames: '[name].cjs',
        chunkFileNames: '[name]-[hash].cjs',
        assetFileNames: '[name][extname]',
      },
    },
    chunkSizeWarningLimit: 2000,
  },
});
