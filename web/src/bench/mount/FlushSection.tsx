import { useState } from 'react';
import { behindCutOut, cutOutOf, type Hung, type Prepared } from '@zarnel/core/figures';
import { formatLength, type Reader } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { Section } from '../../ui/Section.tsx';
import { Toggle } from '../../ui/Toggle.tsx';

type Props = { readonly item: Hung; readonly prepared: Prepared; readonly reader: Reader };

/** Letting gear into its panel: the cut-out to saw, and what is behind it. */
export function FlushSection({ item, prepared, reader }: Props) {
  const [fault, setFault] = useState<string | null>(null);
  const { flush } = item.type;
  if (flush === null) return null;
  const cut = cutOutOf(item);
  const behind = behindCutOut(prepared, item);
  const length = (mm: number) => <span className="figure">{formatLength(mm, reader)}</span>;
  return (
    <Section title="Let into the panel" summary={cut === null ? 'no' : 'yes'} startsOpen>
      <Toggle
        label="Let in, not hung on it"
        isOn={cut !== null}
        onChange={(isFlush) => setFault(tryEdits([{ kind: 'set-flush', placement: item.id, isFlush }]))}
      />
      <Fault className="text-sm">{fault}</Fault>
      {cut !== null && behind !== null && (
        <>
          <p>
            Cut out {length(flush.cutWidthMm)} × {length(flush.cutHeightMm)}, from {length(cut.minX)} to{' '}
            {length(cut.maxX)} right of the datum and {length(cut.minY)} to {length(cut.maxY)} up
            {flush.cornerHoleMm > 0 && <>; drill {length(flush.cornerHoleMm)} in its corners first</>}.
          </p>
          <p className={behind.neededMm > behind.hollowMm ? 'text-crayon' : ''}>
            Behind the panel it needs {length(behind.neededMm)} with its wires; the hollow is{' '}
            {length(behind.hollowMm)}.
          </p>
          <p className="text-sm text-kraft">
            Check for hidden cables, pipes and fuel lines before sawing: look in through the first corner
            hole.
          </p>
        </>
      )}
    </Section>
  );
}
