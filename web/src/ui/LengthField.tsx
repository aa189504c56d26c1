import { formatExactLength, markOf, parseLength, type Reader } from '@zarnel/core';
import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  readonly valueMm: number;
  readonly reader: Reader;
  /** Takes the typed length. Returns why it cannot be, or null. */
  readonly onCommit: (lengthMm: number) => string | null;
};

/** Below this the printed mark is the value itself. */
const OFF_MARK_MM = 0.05;

/** A length as people write it, sums included. */
export function LengthField({ label, valueMm, reader, onCommit }: Props) {
  const mark = markOf(valueMm, reader);
  const isOff = Math.abs(mark.errorMm) > OFF_MARK_MM;
  return (
    <TypedField
      label={label}
      shown={mark.text}
      hint={isOff ? `exactly ${formatExactLength(valueMm, reader)}` : null}
      parse={(text) => {
        const parsed = parseLength(text, reader.system === 'inch' ? 'in' : 'mm');
        return parsed.ok ? { ok: true, value: parsed.value.mm } : { ok: false, fault: parsed.fault.message };
      }}
      onCommit={onCommit}
    />
  );
}
