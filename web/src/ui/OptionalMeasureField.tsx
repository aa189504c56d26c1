import type { Result } from '@zarnel/core/plan';
import { measureText, parseMeasure, type QuantityUnit, type Reader } from '@zarnel/core/words';
import { lengthText, readLength } from './length-text.ts';
import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  /** In `unit`; null shows nothing: nobody said. */
  readonly value: number | null;
  readonly unit: QuantityUnit;
  readonly reader: Reader;
  /** Takes the typed measure, null where the field was emptied. Returns why it cannot be, or null. */
  readonly onCommit: (value: number | null) => string | null;
  readonly hint?: string | null;
};

/** A measure in the units of the reader that may be left empty. */
export function OptionalMeasureField({ label, value, unit, reader, onCommit, hint = null }: Props) {
  // A length is typed as on a tape: with fractions, feet and sums.
  const isLength = unit === 'mm';
  return (
    <TypedField
      label={label}
      shown={
        value === null ? '' : isLength ? lengthText(value, reader).mark : measureText(value, unit, reader)
      }
      hint={hint}
      parse={(text): Result<number | null, string> =>
        text.trim() === ''
          ? { ok: true, value: null }
          : isLength
            ? readLength(text, reader)
            : parseMeasure(text, unit, reader)
      }
      onCommit={onCommit}
    />
  );
}
