type Props = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
};

/** A name, up to the length the document takes. */
export function TextField({ label, value, onChange }: Props) {
  return (
    <label className="mb-3 block">
      {label}
      <input
        className="mt-1 block min-h-9 w-full border border-faint bg-paper px-2"
        value={value}
        maxLength={120}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
