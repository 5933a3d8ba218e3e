import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['@caulkhorn/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: { chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4400', changeOrigin: false } } },
});
