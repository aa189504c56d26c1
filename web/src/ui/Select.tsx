import { Select as Radix } from 'radix-ui';
import { useId } from 'react';

type Props = {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly onChange: (value: string) => void;
};

/** One of a few, by name. */
export function Select({ label, value, options, onChange }: Props) {
  const id = useId();
  return (
    <div className="mb-2 flex items-center justify-between gap-3">
      <span id={id}>{label}</span>
      <Radix.Root value={value} onValueChange={onChange}>
        <Radix.Trigger
          aria-labelledby={id}
          className="flex min-h-9 max-w-56 min-w-36 items-center justify-between gap-2 border border-faint bg-paper px-2 text-left"
        >
          <Radix.Value />
          <Radix.Icon aria-hidden>▾</Radix.Icon>
        </Radix.Trigger>
        <Radix.Portal>
          <Radix.Content
            position="popper"
            sideOffset={2}
            className="z-50 max-h-80 overflow-auto border border-pencil bg-paper shadow-lg"
          >
            <Radix.Viewport>
              {options.map((option) => (
                <Radix.Item
                  key={option.value}
                  value={option.value}
                  className="min-h-9 cursor-pointer px-3 py-1.5 outline-none data-highlighted:bg-tape data-highlighted:text-kraft"
                >
                  <Radix.ItemText>{option.label}</Radix.ItemText>
                </Radix.Item>
              ))}
            </Radix.Viewport>
          </Radix.Content>
        </Radix.Portal>
      </Radix.Root>
    </div>
  );
}
