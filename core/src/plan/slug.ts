import slugify from '@sindresorhus/slugify';

/**
 * A name in small letters, digits and hyphens, at most `most` of them, for ids and for file names that every file system takes;
 * `fallback` where nothing of it can be written so.
 */
export function slugOf(name: string, fallback: string, most: number): string {
  const plain = PLAIN.test(name) ? plainSlug(name) : slugify(name, { decamelize: false });
  return plain.slice(0, most).replace(/-+$/u, '') || fallback;
}

/** Names of plain letters, as most are, need no table of letters to look in. */
const PLAIN = /^[a-z0-9 ]*$/iu;

function plainSlug(name: string): string {
  return name.trim().toLowerCase().replaceAll(/ +/gu, '-');
}

/** The beginning of the name of a file that is about something with a name. */
export function fileStem(name: string): string {
  return slugOf(name, 'job', 60);
}
