import { useId } from 'react';

type Props = {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly onChange: (value: string) => void;
};

/** One of a few in a row of fields: the browser’s own list, which a gloved hand knows. */
export function Choice({ label, value, options, onChange }: Props) {
  const id = useId();
  return (
    <div className="min-w-20 flex-1">
      <label htmlFor={id} className="block text-sm">
        {label}
      </label>
      <select
        id={id}
        className="min-h-9 w-full border border-faint bg-paper px-1"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </div>
  );
}
