import { MOST_NAME_CHARACTERS } from './values.ts';

/** The beginning of a text, at most so many UTF-16 units of it, cut between whole characters as people see them. */
export function cutText(text: string, most: number): string {
  let kept = '';
  for (const { segment } of new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(text)) {
    if (kept.length + segment.length > most) break;
    kept += segment;
  }
  return kept;
}

/** A name with something behind it, such as “ (copy)”, that is still a name. */
export function nameWith(name: string, suffix: string): string {
  return cutText(name, MOST_NAME_CHARACTERS - suffix.length).trimEnd() + suffix;
}
