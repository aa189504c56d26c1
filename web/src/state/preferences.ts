import { cutText, METRIC_READER, MOST_PERSON_CHARACTERS } from '@zarnel/core';
import type { ViewState } from './view-slice.ts';

const KEY = 'zarnel-preferences';

/** What one person prefers, kept in this browser. Unreadable preferences are no preferences. */
export function readPreferences(storage: Pick<Storage, 'getItem'>): Partial<ViewState> {
  const text = storage.getItem(KEY) ?? '';
  const system = /"system":"(inch|metric)"/u.exec(text)?.[1];
  const theme = /"theme":"(day|night)"/u.exec(text)?.[1];
  const person = /"person":("(?:[^"\\]|\\.)*")/u.exec(text)?.[1];
  return {
    ...(system === 'metric' ? { reader: METRIC_READER } : {}),
    ...(theme === 'night' ? { theme } : {}),
    ...(person === undefined
      ? {}
      : { person: cutText(JSON.parse(person) as string, MOST_PERSON_CHARACTERS) }),
  };
}

export function writePreferences(
  storage: Pick<Storage, 'setItem'>,
  { reader, theme, person }: ViewState,
): void {
  storage.setItem(KEY, JSON.stringify({ system: reader.system, theme, person }));
}
