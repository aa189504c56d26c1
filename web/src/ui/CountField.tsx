import { NumberField } from './NumberField.tsx';

type Props = {
  readonly label: string;
  readonly value: number;
  readonly least?: number;
  readonly most: number;
  readonly hint?: string | null;
  /** Takes the count. Returns why it cannot be, or null. */
  readonly onCommit: (count: number) => string | null;
};

/** How many: a whole number. */
export function CountField({ label, value, least = 1, most, hint = null, onCommit }: Props) {
  return (
    <NumberField
      label={label}
      value={value}
      unit=""
      hint={hint}
      onCommit={(count) =>
        count !== null && Number.isInteger(count) && count >= least && count <= most
          ? onCommit(count)
          : `A whole number from ${least} to ${most}.`
      }
    />
  );
}
