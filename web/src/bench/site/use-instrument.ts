import { useEffect, useState } from 'react';
import type { SurveyItem } from '@zarnel/core/figures';
import { readInstrumentLine, type InstrumentLine } from '@zarnel/core/files';
import { sharedLines } from './shared-lines.ts';

/** What an instrument shows now; or what is wrong with it. */
export type Shown =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'line'; readonly line: InstrumentLine }
  | { readonly kind: 'fault'; readonly message: string };

/** Listens to an instrument while something is measured with it. `from` is how many readings of it there are already. */
export function useInstrument(jobId: string, item: SurveyItem, from: number): Shown {
  const [shown, setShown] = useState<Shown>({ kind: 'waiting' });
  const { key, instrument } = item;
  useEffect(() => {
    setShown({ kind: 'waiting' });
    return sharedLines.listen({ jobId, instrument, item: key, from }, (heard) => {
      if (heard.kind === 'fault') {
        setShown({ kind: 'fault', message: heard.text });
        return;
      }
      const read = readInstrumentLine(heard.text);
      setShown(read.ok ? { kind: 'line', line: read.value } : { kind: 'fault', message: read.fault });
    });
    // `from` is where the stream starts; it must not start anew with each reading taken.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [jobId, key, instrument]);
  return shown;
}
