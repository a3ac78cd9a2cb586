import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { firstLoad } from './firstLoad.ts';
import { keptFiles } from './keptFiles.ts';
import { routesOfContract } from './routesOfContract.ts';

const server = process.env.NACHWEIS_DEV_SERVER ?? 'http://127.0.0.1:4600';

export default defineConfig({
  plugins: [react(), tailwindcss(), routesOfContract(), keptFiles(join(import.meta.dirname, 'public'))],
  resolve: { conditions: ['@nachweis/source', 'module', 'browser', 'development|production'] },
  build: {
    target: 'es2022',
    sourcemap: true,
    manifest: true,
    chunkSizeWarningLimit: 700,
    rollupOptions: {
      input: { index: 'index.html', sw: 'src/offline/serviceWorker.ts' },
      // A service worker has one address for all versions, and rules over all that lies beside it.
      output: {
        entryFileNames: ({ name }) => (name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js'),
        // The first file names all others: a letter less of each hash is a hundred bytes less of it.
        chunkFileNames: 'assets/[name]-[hash:7].js',
        // The reader of words looks for its letters under their own name in a folder.
        assetFileNames: ({ names }) =>
          names[0]?.endsWith('.traineddata.gz')
            ? 'assets/reading-[hash]/[name][extname]'
            : 'assets/[name]-[hash][extname]',
        codeSplitting: firstLoad(),
      },
    },
  },
  worker: { format: 'es' },
  server: { port: 4601, proxy: { '/api': server, '/files': server, '/archives': server, '/live': server } },
});
