import { defineConfig } from 'vite';

/** The server and the command line as one file beside its source map; packages stay outside. */
export default defineConfig({
  build: {
    ssr: 'server/cli/main.ts',
    outDir: 'dist/server',
    target: 'node20',
    sourcemap: true,
    emptyOutDir: true,
    rollupOptions: { output: { entryFileNames: 'main.js' } },
  },
});
