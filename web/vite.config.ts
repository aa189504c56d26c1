import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['zarnel-source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  // Only for `npm run dev --workspace web`; the shipped server serves the built files itself.
  server: { host: '127.0.0.1', proxy: { '/api': process.env.ZARNEL_URL ?? 'http://127.0.0.1:8080' } },
  build: { chunkSizeWarningLimit: 900 },
});
