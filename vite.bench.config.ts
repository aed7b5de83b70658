import { dirname } from 'node:path';
import { pathToFileURL } from 'node:url';
import { defineConfig } from 'vite';

/** The bench as one file, as the program itself is built: what loads TypeScript as it goes slows what it loads. */
export default defineConfig({
  plugins: [
    {
      name: 'files-where-they-were',
      transform: (code, id) =>
        code
          .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(id).href))
          .replaceAll('import.meta.dirname', JSON.stringify(dirname(id))),
    },
  ],
  build: { ssr: 'bench/main.ts', outDir: 'dist/bench', emptyOutDir: true, minify: false, target: 'node20' },
});
