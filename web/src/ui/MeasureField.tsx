import { measureText, parseMeasure, type QuantityUnit, type Reader } from '@zarnel/core/words';
import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  readonly unit: QuantityUnit;
  readonly value: number;
  readonly reader: Reader;
  /** Takes the typed measure. Returns why it cannot be, or null. */
  readonly onCommit: (value: number) => string | null;
};

/** A load, a speed, a height or a mass in the reader’s unit; the other unit is taken too. */
export function MeasureField({ label, unit, value, reader, onCommit }: Props) {
  return (
    <TypedField
      label={label}
      shown={measureText(value, unit, reader)}
      parse={(text) => parseMeasure(text, unit, reader)}
      onCommit={onCommit}
    />
  );
}
