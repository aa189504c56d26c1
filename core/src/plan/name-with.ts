import { MOST_NAME_CHARACTERS } from './values.ts';

/** A name with something behind it, such as “ (copy)”, that is still a name: cut between whole characters as people see them. */
export function nameWith(name: string, suffix: string): string {
  let kept = '';
  for (const { segment } of new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(name)) {
    if (kept.length + segment.length + suffix.length > MOST_NAME_CHARACTERS) break;
    kept += segment;
  }
  return kept.trimEnd() + suffix;
}
