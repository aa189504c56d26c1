import { Checkbox } from 'radix-ui';
import { useId } from 'react';

type Props = {
  readonly label: string;
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
};

/** A thing that is so or is not. */
export function Toggle({ label, isOn, onChange }: Props) {
  const id = useId();
  return (
    <div className="mb-2 flex min-h-9 items-center gap-2">
      <Checkbox.Root
        id={id}
        checked={isOn}
        onCheckedChange={(next) => onChange(next === true)}
        className="flex size-6 shrink-0 items-center justify-center border border-pencil bg-paper"
      >
        <Checkbox.Indicator aria-hidden>✓</Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id}>{label}</label>
    </div>
  );
}
