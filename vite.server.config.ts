import { defineConfig } from 'vite';

/** The server with the command line, and the threads it starts; packages stay outside. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/server',
    target: 'node20',
    sourcemap: true,
    emptyOutDir: true,
    rollupOptions: {
      input: {
        main: 'server/cli/main.ts',
        rejudge: 'server/work/rejudge.ts',
        places: 'server/work/places.ts',
        readiness: 'server/work/readiness.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: 'part-[name].js' },
    },
  },
});
