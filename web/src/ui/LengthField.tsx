import type { Reader } from '@zarnel/core/words';
import { lengthText, readLength } from './length-text.ts';
import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  readonly valueMm: number;
  readonly reader: Reader;
  /** Takes the typed length. Returns why it cannot be, or null. */
  readonly onCommit: (lengthMm: number) => string | null;
  readonly hint?: string | null;
};

/** A length as people write it, sums included. */
export function LengthField({ label, valueMm, reader, onCommit, hint = null }: Props) {
  const { mark, exact } = lengthText(valueMm, reader);
  return (
    <TypedField
      label={label}
      shown={mark}
      hint={hint ?? (exact === null ? null : `exactly ${exact}`)}
      parse={(text) => readLength(text, reader)}
      onCommit={onCommit}
    />
  );
}
