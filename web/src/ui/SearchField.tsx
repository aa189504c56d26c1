type Props = { readonly value: string; readonly onChange: (value: string) => void };

/** Words to search a list by. */
export function SearchField({ value, onChange }: Props) {
  return (
    <label className="flex items-center gap-2">
      Search
      <input
        type="search"
        className="min-h-9 w-64 max-w-[55vw] border border-faint bg-paper px-2"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
