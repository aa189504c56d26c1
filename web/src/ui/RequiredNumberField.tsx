import type { ComponentProps } from 'react';
import { NumberField } from './NumberField.tsx';

type Props = Omit<ComponentProps<typeof NumberField>, 'value' | 'onCommit'> & {
  readonly value: number;
  /** Takes the typed number. Returns why it cannot be, or null. */
  readonly onCommit: (value: number) => string | null;
};

/** A plain figure that cannot be left out. */
export function RequiredNumberField({ onCommit, ...props }: Props) {
  return (
    <NumberField {...props} onCommit={(value) => (value === null ? 'Type a figure.' : onCommit(value))} />
  );
}
