import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The web application. In development it asks the server on port 4821 (npm run dev starts both). */
export default defineConfig({
  root: 'web',
  plugins: [react()],
  resolve: {
    alias: {
      'libphonenumber-js/max': fileURLToPath(new URL('./web/build/noPhoneNumbers.ts', import.meta.url)),
    },
  },
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 1500 },
  server: { port: 4820, proxy: { '/api': 'http://127.0.0.1:4821' } },
});
