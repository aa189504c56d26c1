import { numberText, parseNumberText } from './number-text.ts';
import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  /** Null shows nothing: the figure is not known. */
  readonly value: number | null;
  readonly unit: string;
  /** Takes the typed number, null where the field was emptied. Returns why it cannot be, or null. */
  readonly onCommit: (value: number | null) => string | null;
  readonly hint?: string | null;
};

/** A plain figure with its unit, typed with or without it. An emptied field is no figure. */
export function NumberField({ label, value, unit, onCommit, hint = null }: Props) {
  return (
    <TypedField
      label={label}
      shown={numberText(value, unit)}
      hint={hint}
      parse={(text) => parseNumberText(text, unit)}
      onCommit={onCommit}
    />
  );
}
