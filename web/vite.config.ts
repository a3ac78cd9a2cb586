import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = process.env.NACHWEIS_DEV_SERVER ?? 'http://127.0.0.1:4600';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['@nachweis/source', 'module', 'browser', 'development|production'] },
  build: { target: 'es2022', sourcemap: true, manifest: true, chunkSizeWarningLimit: 700 },
  worker: { format: 'es' },
  server: { port: 4601, proxy: { '/api': server, '/files': server, '/archives': server } },
});
