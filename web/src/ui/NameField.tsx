import { TypedField } from './TypedField.tsx';

type Props = {
  readonly label: string;
  readonly value: string;
  readonly mayBeEmpty?: boolean;
  readonly mostCharacters?: number;
  readonly onCommit: (value: string) => string | null;
};

/** A name or a note that is kept when the field is left. */
export function NameField({ label, value, mayBeEmpty = false, mostCharacters = 120, onCommit }: Props) {
  return (
    <TypedField
      label={label}
      shown={value}
      isText
      parse={(text) => {
        const plain = text.trim();
        if (plain === '' && !mayBeEmpty) return { ok: false, fault: 'It needs a name.' };
        return plain.length > mostCharacters
          ? { ok: false, fault: `At most ${mostCharacters} characters.` }
          : { ok: true, value: plain };
      }}
      onCommit={onCommit}
    />
  );
}
