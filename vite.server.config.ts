import { defineConfig } from 'vite';

/**
 * The server with the command line, and the threads it starts. Packages are bundled, which halves the time to start;
 * outside stay the database driver, which is native, and the PDF writer, which reads its own files.
 */
export default defineConfig({
  ssr: { noExternal: true, external: ['better-sqlite3', 'pdfkit'] },
  build: {
    ssr: true,
    outDir: 'dist/server',
    target: 'node20',
    sourcemap: true,
    emptyOutDir: true,
    rollupOptions: {
      // Old packages of Koa's; it is how they tell of deprecations.
      onwarn: (warning, warn) => warning.code === 'EVAL' || warn(warning),
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
