import { gzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';

/** What a browser fetches before the first page stands: the page, its scripts and its style sheet, gzipped. */
const MOST_BYTES = 200_000;

test('the first page comes in at most 200 kB; steps, readers, demo jobs and 3-D come when they are gone to', async ({
  page,
}) => {
  const fetched: string[] = [];
  page.on('response', (response) => {
    if (/\/assets\/.*\.(?:js|css)$/u.test(response.url())) fetched.push(response.url());
  });
  await page.goto('/jobs');
  await page.getByRole('heading', { name: 'Jobs' }).waitFor();
  const parts = await Promise.all(
    fetched.map(async (url) => {
      const body = await (await page.request.get(url)).body();
      return { url, text: body.toString('utf8'), bytes: gzipSync(body).length };
    }),
  );
  const bytes = parts.reduce((sum, part) => sum + part.bytes, 0);
  expect(parts.length).toBeGreaterThan(1);
  expect(bytes).toBeLessThan(MOST_BYTES);
  // Words that only the demo jobs and the readers of files have.
  for (const { text, url } of parts) {
    expect(text.includes('honey house'), url).toBe(false);
    expect(text.includes('LWPOLYLINE'), url).toBe(false);
  }
});
