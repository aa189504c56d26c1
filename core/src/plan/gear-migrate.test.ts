import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { readGearFile } from '../gear/gear-file.ts';
import { GEAR_FORMAT_VERSION, GEAR_MIGRATIONS, isGearVersion, openGear } from './gear-migrate.ts';

describe('the migrations of gear types', () => {
  test('are numbered without gaps up to the version that is written', () => {
    expect(GEAR_MIGRATIONS.map(({ from }) => from)).toEqual(
      Array.from({ length: GEAR_FORMAT_VERSION - 1 }, (_, index) => index + 1),
    );
  });

  test.each([1])('open a kept file of version %i, with nothing left out', (version) => {
    const text = readFileSync(`core/src/plan/kept/v${version}-gear.zarnel-gear.json`, 'utf8');
    const read = readGearFile(text);
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.faults).toEqual([]);
    const raw = JSON.parse(text) as {
      formatVersion: number;
      gear: { bracketHoles: unknown[]; knockouts: unknown[] }[];
    };
    expect(raw.formatVersion).toBe(version);
    expect(
      read.value.gear.map(({ bracketHoles, knockouts }) => [bracketHoles.length, knockouts.length]),
    ).toEqual(raw.gear.map(({ bracketHoles, knockouts }) => [bracketHoles.length, knockouts.length]));
  });

  test('read whole versions there are, and no others', () => {
    expect([1, 2, 0, -3.5, 1.5, 3, '2', null].map(isGearVersion)).toEqual([true, true, false, false, false, false, false, false]); // prettier-ignore
    expect(openGear({}, 99)).toMatchObject({ ok: false });
    for (const raw of [null, [], 'x']) expect(openGear(raw, 1)).toMatchObject({ ok: false });
  });

  test('never change what they read', () => {
    const raw = Object.freeze({ id: 'a' });
    expect(openGear(raw, 1)).toMatchObject({ ok: false });
    expect(raw).toEqual({ id: 'a' });
  });
});
