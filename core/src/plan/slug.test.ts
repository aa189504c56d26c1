import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fileStem, slugOf } from './slug.ts';

describe('names as ids and file names', () => {
  test.each([
    ['Hollowmere honey house', 'hollowmere-honey-house'],
    ['Shed inverter 3 kW', 'shed-inverter-3-kw'],
    ['Über: größe / 2″', 'ueber-groesse-2'],
    ['../../etc/passwd', 'etc-passwd'],
    ['🐝', 'job'],
    ['', 'job'],
  ])('of %p are %p', (name, stem) => {
    expect(fileStem(name)).toBe(stem);
  });

  test('are letters, digits and hyphens, whatever the name', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 120 }),
        fc.integer({ min: 1, max: 60 }),
        (name, most) => {
          const slug = slugOf(name, 'x', most);
          expect(slug).toMatch(/^[a-z0-9]+(?:-[a-z0-9]+)*$/u);
          expect(slug.length).toBeLessThanOrEqual(most);
        },
      ),
    );
  });
});
