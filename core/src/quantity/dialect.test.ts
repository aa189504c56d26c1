import { expect, test } from '@jest/globals';
import { inDialect } from './dialect.ts';

test('things are called as the trade of the job calls them (common practice, no source)', () => {
  expect(inDialect('Add noggins behind the holes', 'us')).toBe('Add blocking behind the holes');
  expect(inDialect('Noggins', 'us')).toBe('Blocking');
  expect(inDialect('Noggins', 'iec')).toBe('Noggins');
  expect(inDialect('Load centre', 'us')).toBe('Load center');
  expect(inDialect('Load centre', 'iec')).toBe('Consumer unit');
  expect(inDialect('Aluminium: the terminal is marked for it', 'us')).toBe(
    'Aluminum: the terminal is marked for it',
  );
  expect(inDialect('Has an earth conductor of its own, and 2 earths', 'us')).toBe(
    'Has a ground conductor of its own, and 2 earths',
  );
  expect(inDialect('Centre to centre, centred', 'us')).toBe('Center to center, centered');
  expect(inDialect('Grey, by the standard’s colours', 'iec')).toBe('Grey, by the standard’s colours');
  expect(inDialect('{count} × {size}{earth}, {n:neighbour|neighbours}', 'us')).toBe(
    '{count} × {size}{earth}, {n:neighbor|neighbors}',
  );
  expect(inDialect('Load centre of noggins', null)).toBe('Load centre of noggins');
});
