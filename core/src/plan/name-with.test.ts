import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nameWith } from './name-with.ts';
import { nameSchema } from './values.ts';

test('a name with a suffix stays a name, and no character is cut in half', () => {
  const bee = '👩‍🌾';
  expect(nameWith('Shed', ' (copy)')).toBe('Shed (copy)');
  expect(nameWith(`${'x'.repeat(111)}${bee}`, ' (copy)')).toBe(`${'x'.repeat(111)} (copy)`);
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('a', ' ', bee, 'é', 'e\u0301', '🐝'), { minLength: 1, maxLength: 130 }),
      (parts) => {
        const name = nameWith(parts.join(''), ' (mine)');
        expect(nameSchema.safeParse(name).success).toBe(true);
        expect(() => encodeURIComponent(name)).not.toThrow();
      },
    ),
  );
});
