import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The web application. In development it asks the server on port 4821 (npm run dev starts both). */
export default defineConfig({
  root: 'web',
  plugins: [
    react(),
    VitePWA({
      // A page that marks is never changed under its driver: a new version waits until all pages are closed.
      registerType: 'prompt',
      injectRegister: null,
      filename: 'service-worker.js',
      manifest: {
        name: 'Jasperwren',
        short_name: 'Jasperwren',
        description: 'Mock tests, marking and readiness for driving instructors',
        display: 'standalone',
        theme_color: '#FBF8F3',
        background_color: '#FBF8F3',
        icons: [{ src: 'wren.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        maximumFileSizeToCacheInBytes: 8_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        clientsClaim: true,
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          {
            // What the day needs, as the server last told it. Logs have a store of their own.
            urlPattern: ({ url, request }) =>
              request.method === 'GET' &&
              /^\/api\/v1\/(health|session|school|learners|lessons|vehicles|standards|questions|routes|networks|hot-spots|mocks|yard|practice)(\/|$)/.test(
                url.pathname,
              ) &&
              !/\/(events|log)$|\/standards\/.+\/mocks$/.test(url.pathname),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'day',
              networkTimeoutSeconds: 4,
              cacheableResponse: { statuses: [200] },
              // Far longer than anybody is without the server, and no hoard.
              expiration: { maxAgeSeconds: 14 * 24 * 3600, maxEntries: 500 },
            },
          },
        ],
      },
    }),
  ],
  resolve: {
    alias: {
      'libphonenumber-js/max': fileURLToPath(new URL('./web/build/noPhoneNumbers.ts', import.meta.url)),
    },
  },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 1500,
    // What every page loads comes in one file: thirty small ones take longer to ask for than to send.
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: 'frame', tags: ['$initial'] }] } },
    },
  },
  server: { port: 4820, proxy: { '/api': 'http://127.0.0.1:4821' } },
});
