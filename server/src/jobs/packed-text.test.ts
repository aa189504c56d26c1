import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { brotliDecompressSync } from 'node:zlib';
import { DEMOS, honeyHouse } from '@zarnel/core/files';
import { writePlanCompact } from '@zarnel/core/plan';
import { digestOf, packText, unpackText } from './packed-text.ts';

describe('packed texts', () => {
  test('come out as they went in, whatever they and what they are packed against hold', async () => {
    const piece = fc.oneof(
      fc.constantFrom('},', '],', '{"id":"a",', '🛰️', '\u0000', '\ud83d', 'é'),
      fc.string({ unit: 'binary' }),
    );
    const texts = fc.array(piece, { maxLength: 60 }).map((parts) => Buffer.from(parts.join('')).toString());
    await fc.assert(
      fc.asyncProperty(texts, texts, async (base, text) => {
        for (const packedBytes of [0, 1e9]) {
          const packed = await packText(text, { text: base, packedBytes });
          expect(packed.isWhole).toBe(packedBytes === 0);
          expect(await unpackText(packed.bytes, packed.isWhole ? null : base)).toBe(text);
        }
      }),
      { numRuns: 150 },
    );
  });

  test('are the Brotli of RFC 7932, which any other program reads', async () => {
    for (const { plan } of DEMOS) {
      const text = writePlanCompact(plan());
      const { bytes } = await packText(text, null);
      expect(brotliDecompressSync(bytes).toString()).toBe(text);
      expect(bytes.length).toBeLessThan(text.length / 3);
    }
  });

  test('take little where little differs, and are whole where most does', async () => {
    const plan = honeyHouse();
    const base = writePlanCompact(plan);
    const whole = { text: base, packedBytes: (await packText(base, null)).bytes.length };
    const placements = plan.placements.map((placement, index) =>
      index % 5 === 0 ? { ...placement, xMm: placement.xMm + 1 / 3 } : placement,
    );
    const near = await packText(writePlanCompact({ ...plan, placements }), whole);
    expect(near.isWhole).toBe(false);
    expect(near.bytes.length).toBeLessThan(whole.packedBytes / 8);
    const far = await packText(
      base.replaceAll(/\d/gu, (digit) => String((Number(digit) * 7 + 3) % 10)),
      whole,
    );
    expect(far.isWhole).toBe(true);
  });

  test('are told from others by their digest', () => {
    // FIPS 180-4, the example of one block.
    expect(digestOf('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  });
});
