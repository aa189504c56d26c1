import { describe, expect, test } from '@jest/globals';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { readFileSync } from 'node:fs';
import { FORMAT_VERSION } from './plan.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { openPlan } from './open-plan.ts';

// The published schema is judged by a validator that knows nothing of ours.
const schema = JSON.parse(readFileSync('docs/plan.schema.json', 'utf8')) as object;
const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema);

function demo(): Record<string, unknown> {
  return JSON.parse(readFileSync('demo/hollowmere-honey-house.zarnel.json', 'utf8')) as Record<
    string,
    unknown
  >;
}

describe('docs/plan.schema.json', () => {
  test('accepts the demo file', () => {
    expect(validate(demo())).toBe(true);
  });

  const [placement] = honeyHouse().placements;
  test.each<[string, Record<string, unknown>]>([
    ['a missing list', { runs: undefined }],
    ['an unknown field', { colour: 'red' }],
    ['a size of zero', { gearTypes: [{ ...honeyHouse().gearTypes[0], widthMm: 0 }] }],
    ['an id with capitals', { placements: [{ ...placement, id: 'Inverter A' }] }],
    ['a position that is text', { placements: [{ ...placement, xMm: '24 7/8' }] }],
    ['another version', { formatVersion: FORMAT_VERSION + 1 }],
    [
      'a face of two corners',
      {
        faces: [
          {
            ...honeyHouse().faces[0],
            shape: {
              kind: 'outline',
              pointsMm: [
                [0, 0],
                [1, 1],
              ],
              thicknessMm: 5,
              framing: [],
            },
          },
        ],
      },
    ],
    [
      'an unknown trade size',
      {
        gearTypes: [
          {
            ...honeyHouse().gearTypes[0],
            knockouts: [{ id: 'k', edge: 'top', alongMm: 5, fromBackMm: 5, tradeSize: '5/8' }],
          },
        ],
      },
    ],
  ])('refuses %s, as opening the file does', (_, change) => {
    const changed = JSON.parse(JSON.stringify({ ...demo(), ...change })) as unknown;
    expect(validate(changed)).toBe(false);
    expect(openPlan(changed).ok).toBe(false);
  });
});
