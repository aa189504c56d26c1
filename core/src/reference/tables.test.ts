import { describe, expect, test } from '@jest/globals';
import { readdirSync } from 'node:fs';
import { TABLE_BASES, type ReferenceTable } from './source.ts';

const FOLDER = 'core/src/reference';

/** Every table of the room, by its name. */
async function tables(): Promise<readonly (readonly [string, ReferenceTable<unknown>])[]> {
  const files = readdirSync(FOLDER).filter((file) => file.endsWith('.ts') && !file.includes('.test.'));
  const modules = await Promise.all(
    files.map(async (file) => (await import(`./${file}`)) as Readonly<Record<string, unknown>>),
  );
  return modules
    .flatMap((module) => Object.entries(module))
    .filter(
      (entry): entry is [string, ReferenceTable<unknown>] =>
        typeof entry[1] === 'object' && entry[1] !== null && 'rows' in entry[1],
    );
}

describe('every published or customary table', () => {
  test('says its code basis, its source with clause and edition, and how far it can be trusted', async () => {
    const all = await tables();
    expect(all.length).toBeGreaterThanOrEqual(19);
    for (const [name, { title, basis, source, confidence, rows }] of all) {
      expect([name, TABLE_BASES.includes(basis), title.length > 3]).toEqual([name, true, true]);
      expect(['high', 'medium', 'low']).toContain(confidence.level);
      // What is not sure is said cell by cell.
      if (confidence.level !== 'high') expect([name, confidence.doubted.length > 0]).toEqual([name, true]);
      if (source.kind === 'published') {
        expect([name, source.clause.length > 0, source.edition.length > 0]).toEqual([name, true, true]);
        expect(typeof source.fromMemory).toBe('boolean');
      }
      expect([name, Object.keys(rows as object).length > 0]).toEqual([name, true]);
    }
  });

  test('of one code world cites a text of that world', async () => {
    for (const [name, { basis, source }] of await tables()) {
      if (source.kind !== 'published' || basis === 'any') continue;
      const isAmerican = /NEC|NDS|IRC|NFPA|ANSI|UL \d/u.test(`${source.title} ${source.clause}`);
      expect([name, basis]).toEqual([name, isAmerican ? 'us' : 'iec']);
    }
  });
});
