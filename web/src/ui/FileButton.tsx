import { useRef } from 'react';
import { Button } from './Button.tsx';

type Props = {
  readonly children: string;
  /** What the file picker offers, and how a screen reader names the input. */
  readonly accept: string;
  readonly label: string;
  /** Larger files are not read. */
  readonly mostBytes: number;
  readonly onText: (text: string, name: string) => void;
  readonly onRefused: (message: string) => void;
};

/** Reads one text file that the person picks. */
export function FileButton({ children, accept, label, mostBytes, onText, onRefused }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()}>{children}</Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        className="hidden"
        aria-label={label}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file === undefined) return;
          if (file.size > mostBytes) {
            onRefused(`${file.name} is larger than ${Math.round(mostBytes / 1e6)} MB. Nothing was changed.`);
            return;
          }
          void file.text().then(
            (text) => onText(text, file.name),
            () => onRefused(`${file.name} could not be read. Nothing was changed.`),
          );
        }}
      />
    </>
  );
}
