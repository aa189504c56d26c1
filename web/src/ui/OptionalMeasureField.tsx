import type { Result } from '@zarnel/core/plan';
import { measureText, parseMeasure, type QuantityUnit, type Reader } from '@zarnel/core/words';
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
  return (
    <TypedField
      label={label}
      shown={value === null ? '' : measureText(value, unit, reader)}
      hint={hint}
      parse={(text): Result<number | null, string> =>
        text.trim() === '' ? { ok: true, value: null } : parseMeasure(text, unit, reader)
      }
      onCommit={onCommit}
    />
  );
}
