import { MOST_PERSON_CHARACTERS } from '@zarnel/contract';
import { cutText, METRIC_READER } from '@zarnel/core/words';
import { z } from 'zod';
import type { ViewState } from './view-slice.ts';

const KEY = 'zarnel-preferences';

const systemSchema = z.enum(['inch', 'metric']);

/** Each for itself: one that cannot be read is none, and takes no other along. */
const preferencesSchema = z.object({
  system: systemSchema.optional().catch(undefined),
  systemOfJob: z.record(z.string(), systemSchema).optional().catch(undefined),
  theme: z.enum(['day', 'night']).optional().catch(undefined),
  person: z.string().optional().catch(undefined),
});

/** What one person prefers, kept in this browser. Unreadable preferences are no preferences. */
export function readPreferences(storage: Pick<Storage, 'getItem'>): Partial<ViewState> {
  const { system, systemOfJob, theme, person } =
    preferencesSchema.safeParse(parsed(storage.getItem(KEY) ?? '')).data ?? {};
  return {
    ...(system === 'metric' ? { usualSystem: system, reader: METRIC_READER } : {}),
    ...(systemOfJob === undefined ? {} : { systemOfJob }),
    ...(theme === 'night' ? { theme } : {}),
    ...(person === undefined ? {} : { person: cutText(person, MOST_PERSON_CHARACTERS) }),
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

export function writePreferences(
  storage: Pick<Storage, 'setItem'>,
  { usualSystem, systemOfJob, theme, person }: ViewState,
): void {
  storage.setItem(KEY, JSON.stringify({ system: usualSystem, systemOfJob, theme, person }));
}
