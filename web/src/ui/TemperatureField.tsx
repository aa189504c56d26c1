import { formatQuantity, parseTemperature, type Reader } from '@zarnel/core/words';
import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  readonly valueC: number;
  readonly reader: Reader;
  readonly onCommit: (tempC: number) => void;
};

/** A temperature in the reader’s scale; `25C` and `77F` are taken in either. */
export function TemperatureField({ label, valueC, reader, onCommit }: Props) {
  return (
    <TypedField
      label={label}
      shown={formatQuantity({ value: valueC, unit: 'degC' }, reader)}
      parse={(text) => parseTemperature(text, reader)}
      onCommit={(tempC) => {
        onCommit(tempC);
        return null;
      }}
    />
  );
}
