import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

/**
 * The server with the command line, and the worker of its pool. Packages are bundled, which halves the time to start;
 * outside stay the database driver, which is native, and the PDF writer and the pool of workers, which read their own
 * files.
 */
export default defineConfig({
  ssr: { noExternal: true, external: ['better-sqlite3', 'pdfkit', 'fontkit', 'piscina'] },
  resolve: {
    alias: {
      'libphonenumber-js/max': fileURLToPath(new URL('./web/build/noPhoneNumbers.ts', import.meta.url)),
    },
  },
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
        'jobs.thread': 'server/work/jobs.thread.ts',
        // For the end-to-end tests only.
        hall: 'server/testing/hall.ts',
      },
      output: {
        entryFileNames: '[name].js',
        chunkFileNames: 'part-[name].js',
        // Node keeps what maps hold, in each thread; the sources are needed for nothing but their places.
        sourcemapExcludeSources: true,
        // Reading is most of a start, and a third of it is remarks and blanks. Names stay as they are written.
        minify: { compress: false, mangle: false, codegen: { removeWhitespace: true } },
      },
    },
  },
});
