import { expect, test, type Page } from '@playwright/test';
import { honeyHouse } from '@zarnel/core/files';
import { importPlan, openJob } from './job.ts';

/** The letters of a page that a font of the machine draws, which another machine may draw otherwise, and where. */
async function lettersNotShipped(page: Page): Promise<string[]> {
  await page.evaluate(() => document.fonts.ready);
  const session = await page.context().newCDPSession(page);
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument');
  const { nodeIds } = await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector: 'body *' });
  const found: string[] = [];
  for (const nodeId of nodeIds) {
    const { fonts } = await session.send('CSS.getPlatformFontsForNode', { nodeId });
    const foreign = fonts.filter(({ isCustomFont }) => !isCustomFont);
    if (foreign.length === 0) continue;
    const { outerHTML } = await session.send('DOM.getOuterHTML', { nodeId });
    found.push(`${foreign.map(({ familyName }) => familyName).join()}: ${outerHTML.slice(0, 200)}`);
  }
  await session.detach();
  return found;
}

test('each letter and sign of every step is drawn by a font that ships, names of other scripts too', async ({
  page,
  request,
}) => {
  const plan = honeyHouse();
  const [first, ...others] = plan.placements;
  if (first === undefined) throw new Error('The demo has no gear.');
  const name = 'Letters: Łąka Ødegård Пасека Ωμέγα';
  const id = await importPlan(request, { ...plan, name, placements: [{ ...first, name }, ...others] });
  for (const step of ['site', 'gear', 'mount', 'array', 'route', 'pack']) {
    await openJob(page, id, step);
    expect.soft(await lettersNotShipped(page), step).toEqual([]);
  }
  // That it would be seen: the same page by the fonts of the machine.
  await page.addStyleTag({ content: ':root { --font-sans: sans-serif; }' });
  expect(await lettersNotShipped(page)).not.toEqual([]);
});
