import react from '@vitejs/plugin-react';
import { defaultServerConditions, defineConfig } from 'vite';

/** What the server writes the pages with that it prints: the app's own, in one file that needs nothing beside it. */
export default defineConfig({
  plugins: [react()],
  define: { 'process.env.NODE_ENV': '"production"' },
  publicDir: false,
  ssr: { noExternal: true, resolve: { conditions: ['@caulkhorn/source', ...defaultServerConditions] } },
  build: {
    ssr: 'src/handover/print-record.tsx',
    outDir: 'dist-print',
    rolldownOptions: { output: { codeSplitting: false, entryFileNames: '[name].mjs' } },
  },
});
