import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { convert } from 'fontverter';
import subsetFont from 'subset-font';
import type { Plugin } from 'vite';
import { SIGNS } from './src/ui/signs.ts';

/** The fonts that have the signs, and by which name the style sheet calls what is taken out of each. */
const SIGN_FAMILIES = { 'dejavu-sans': 'Signs', 'dejavu-mono': 'Signs Mono' } as const;
const PAPER_FONTS = ['atkinson-hyperlegible-next', 'dejavu-sans'] as const;
const WEIGHTS = [400, 700] as const;

const OUT = join(import.meta.dirname, 'node_modules', '.fonts');

/**
 * What the fonts’ packages do not have as it is needed: `virtual:fonts/signs.css`, the signs alone in some 5 kB a font, so that
 * they stand beside the letters at once; and `virtual:fonts/FONT-WEIGHT.ttf`, unpacked as paper takes them.
 */
export const fonts: Plugin = {
  name: 'fonts',
  enforce: 'pre',
  buildStart: () => (made ??= makeFonts()),
  resolveId: (source) => (source.startsWith(PREFIX) ? join(OUT, source.slice(PREFIX.length)) : null),
};
const PREFIX = 'virtual:fonts/';
let made: Promise<void> | undefined;

async function makeFonts(): Promise<void> {
  await mkdir(OUT, { recursive: true });
  const rules: string[] = [];
  for (const weight of WEIGHTS) {
    for (const [font, family] of Object.entries(SIGN_FAMILIES)) {
      const file = `${font}-${weight}.woff2`;
      await writeFile(join(OUT, file), await subsetFont(await packed(font, weight, 'woff2'), SIGNS));
      rules.push(faceRule(family, weight, file));
    }
    for (const font of PAPER_FONTS)
      await writeFile(join(OUT, `${font}-${weight}.ttf`), await paperFont(font, weight));
  }
  await writeFile(join(OUT, 'signs.css'), rules.join('\n'));
}

/**
 * A font whole and unpacked: to read a packed one, the library of the paper unpacks it for each letter. It is not made smaller
 * here: that leaves glyphs of odd lengths, which that library draws empty.
 */
export async function paperFont(font: (typeof PAPER_FONTS)[number], weight: number) {
  return convert(await packed(font, weight, 'woff'), 'sfnt');
}

function packed(font: string, weight: number, as: 'woff' | 'woff2'): Promise<Buffer> {
  const name = `@fontsource/${font}/files/${font}-latin-${weight}-normal.${as}`;
  return readFile(new URL(import.meta.resolve(name)));
}

function faceRule(family: string, weight: number, file: string): string {
  const range = Array.from(SIGNS, (sign) => `U+${(sign.codePointAt(0) ?? 0).toString(16)}`).join(',');
  return `@font-face {
  font-family: '${family}';
  font-weight: ${weight};
  font-display: swap;
  src: url(./${file}) format('woff2');
  unicode-range: ${range};
}`;
}
