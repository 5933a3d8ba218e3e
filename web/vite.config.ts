import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { PHONE_PARTS, phoneParts } from './phone-parts.ts';
import { verifyPage } from './verify-plugin.ts';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    verifyPage(),
    phoneParts(),
    // pressed once here instead of at each request by the thread that answers
    compression({ include: /^assets\/.*\.(js|css|svg|wasm|ttf)$/, threshold: 1024, algorithms: ['gzip'] }),
    VitePWA({
      registerType: 'prompt',
      manifest: {
        name: 'Caulkhorn',
        short_name: 'Caulkhorn',
        description: 'Survey, plan, site log and dossier for below-grade waterproofing',
        start_url: '/',
        display: 'standalone',
        background_color: '#f4f1e8',
        theme_color: '#1f2629',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
        ],
      },
      workbox: {
        importScripts: ['/kept-assets.js'],
        globIgnores: ['kept-assets.js'],
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}', '**/atkinson-*.woff', '**/Roboto-*.ttf', '**/zxing_reader*.wasm'],
        // the library that writes PDF is larger than what is kept without being told
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        runtimeCaching: [
          {
            urlPattern: /\/api\/organisations\/[^/]+\/jobs\/[^/]+\/photos\/[^/]+\/(thumbnail|image)$/,
            handler: 'CacheFirst',
            options: {
              cacheName: 'caulkhorn-photos',
              cacheableResponse: { statuses: [200] },
              expiration: { maxEntries: 800, purgeOnQuotaError: true },
            },
          },
        ],
      },
    }),
  ],
  resolve: { conditions: ['@caulkhorn/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: {
    chunkSizeWarningLimit: 700,
    // fonts only come from files of our own: the pages' policy lets no data: font in
    assetsInlineLimit: (file) => (/\.(woff2?|ttf)$/.test(file) ? false : undefined),
    rolldownOptions: {
      output: {
        codeSplitting: {
          // what every page starts with is one file, and so are the icons: dozens of files of some hundred bytes are more waiting than reading
          groups: [{ name: 'start', tags: ['$initial'] }, { name: 'icons', test: /node_modules\/lucide-react/ }, ...PHONE_PARTS],
        },
      },
    },
  },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4400', changeOrigin: false } } },
});
