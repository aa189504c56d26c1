import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { fonts } from './fonts.ts';

/**
 * The charts keep a store of their own. Given their own copy of its library, which comes with them, the first page is left
 * with no more of it than it uses.
 */
const chartStore: Plugin = {
  name: 'chart-store',
  enforce: 'pre',
  async resolveId(source, importer, options) {
    if (source !== '@reduxjs/toolkit' || importer?.includes('/recharts/') !== true) return null;
    const found = await this.resolve(source, importer, { ...options, skipSelf: true });
    return found === null ? null : `${found.id}?charts`;
  },
};

/** What the fields of a plan are described by is for the published schema: no page reads it, and the first is left lighter. */
const withoutDescriptions: Plugin = {
  name: 'without-descriptions',
  enforce: 'pre',
  transform(code, id) {
    if (!/\/core\/src\/(?:plan|reference)\/[\w-]+\.ts$/u.test(id)) return null;
    return { code: code.replace(DESCRIPTION, ''), map: null };
  },
};
const DESCRIPTION = /\.describe\(\s*(?:'(?:[^'\\\n]|\\.)*'|"(?:[^"\\\n]|\\.)*"),?\s*\)/gu;

export default defineConfig({
  plugins: [fonts, withoutDescriptions, chartStore, react(), tailwindcss()],
  resolve: { conditions: ['zarnel-source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es', plugins: () => [fonts] },
  // Only for `npm run dev --workspace web`; the shipped server serves the built files itself.
  server: { host: '127.0.0.1', proxy: { '/api': process.env.ZARNEL_URL ?? 'http://127.0.0.1:8080' } },
  build: { chunkSizeWarningLimit: 900 },
});
