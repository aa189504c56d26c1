import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, brotliDecompress, constants } from 'node:zlib';
import { diffArrays } from 'diff';

/** A text to pack against: one that is packed whole, and how many bytes that took. */
export type Whole = { readonly text: string; readonly packedBytes: number };

/** A text by Brotli (RFC 7932): whole, or as what differs from one that is packed whole. */
export type Packed = { readonly isWhole: boolean; readonly bytes: Buffer };

const compress = promisify(brotliCompress);
const decompress = promisify(brotliDecompress);

/** Pieces that may differ, added and taken away together, before a text is packed whole: the search grows by its square. */
const MOST_EDITED_PIECES = 600;
/**
 * A difference that takes more than this share of the whole is the time for another whole one: with differences that grow
 * evenly, both cost the same in sum at about this share.
 */
const MOST_OF_WHOLE = 1 / 8;

/** Packs a text by what differs from `base`, or whole where there is none or too much differs. Nothing of it is lost. */
export async function packText(text: string, base: Whole | null): Promise<Packed> {
  const delta = base === null ? null : deltaOf(base.text, text);
  if (base !== null && delta !== null && applyDelta(base.text, delta) === text) {
    const bytes = await compressed(JSON.stringify(delta));
    if (bytes.length <= base.packedBytes * MOST_OF_WHOLE) return { isWhole: false, bytes };
  }
  return { isWhole: true, bytes: await compressed(text) };
}

/** The text that was packed, whole or against `base`. Throws where it is damaged. */
export async function unpackText(bytes: Buffer, base: string | null): Promise<string> {
  const text = (await decompress(bytes)).toString('utf8');
  return base === null ? text : applyDelta(base, JSON.parse(text) as Delta);
}

/** By what a text is known to be the same, or to have come out whole. */
export function digestOf(text: string): string {
  return createHash('sha256').update(text).digest('hex');
}

/** From the start on: keep so many UTF-16 units of the base, leave out so many, put this in their place; then the rest. */
type Delta = readonly (readonly [keep: number, leaveOut: number, put: string])[];

function deltaOf(base: string, text: string): Delta | null {
  const parts = diffArrays(piecesOf(base), piecesOf(text), { maxEditLength: MOST_EDITED_PIECES });
  // Where more differs than was asked for there is no answer.
  if (parts === undefined) return null;
  const delta: [number, number, string][] = [];
  let [keep, leaveOut, put] = [0, 0, ''];
  for (const { value, added, removed } of parts) {
    const piece = value.join('');
    if (removed) leaveOut += piece.length;
    else if (added) put += piece;
    else {
      if (leaveOut > 0 || put !== '') delta.push([keep, leaveOut, put]);
      [keep, leaveOut, put] = [leaveOut > 0 || put !== '' ? piece.length : keep + piece.length, 0, ''];
    }
  }
  if (leaveOut > 0 || put !== '') delta.push([keep, leaveOut, put]);
  return delta;
}

function applyDelta(base: string, delta: Delta): string {
  let text = '';
  let at = 0;
  for (const [keep, leaveOut, put] of delta) {
    text += base.slice(at, at + keep) + put;
    at += keep + leaveOut;
  }
  return text + base.slice(at);
}

/** About one thing of a plan each: an edit changes few of them, wherever it is in the text. */
function piecesOf(text: string): string[] {
  return text.split(/(?<=\},|\],)/u);
}

async function compressed(text: string): Promise<Buffer> {
  const bytes = Buffer.from(text, 'utf8');
  return compress(bytes, {
    params: {
      [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT,
      [constants.BROTLI_PARAM_QUALITY]: 7,
      [constants.BROTLI_PARAM_LGWIN]: constants.BROTLI_MAX_WINDOW_BITS,
      [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
    },
  });
}
