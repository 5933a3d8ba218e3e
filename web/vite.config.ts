import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['@caulkhorn/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: {
    chunkSizeWarningLimit: 700,
    // fonts only come from files of our own: the pages' policy lets no data: font in
    assetsInlineLimit: (file) => (/\.(woff2?|ttf)$/.test(file) ? false : undefined),
  },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4400', changeOrigin: false } } },
});
