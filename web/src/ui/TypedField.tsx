import { useId, useState, type KeyboardEvent } from 'react';
import type { Result } from '@zarnel/core/plan';

type Props<Value> = {
  readonly label: string;
  /** The present value as it is printed. */
  readonly shown: string;
  readonly parse: (text: string) => Result<Value, string>;
  /** Takes the typed value. Returns why it cannot be, or null. */
  readonly onCommit: (value: Value) => string | null;
  /** Said below while nothing is typed. */
  readonly hint?: string | null;
  /** Words, not a figure: set left, in the text face. */
  readonly isText?: boolean;
};

/** A figure that is typed as people write it. What cannot be taken keeps the old value and says why. */
export function TypedField<Value>({
  label,
  shown,
  parse,
  onCommit,
  hint = null,
  isText = false,
}: Props<Value>) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);

  const reset = () => {
    setTyped(null);
    setFault(null);
  };
  const commit = () => {
    if (typed === null) return;
    // Untouched text is not a new value: it may be rounded.
    if (typed.trim() === shown) {
      reset();
      return;
    }
    const parsed = parse(typed);
    const refused = parsed.ok ? onCommit(parsed.value) : parsed.fault;
    if (refused === null) reset();
    else setFault(shown === '' ? refused : `${refused} Kept ${shown}.`);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') {
      event.stopPropagation();
      reset();
    }
  };

  return (
    <div className="mb-2">
      <label htmlFor={id} className="flex items-center justify-between gap-3">
        <span>{label}</span>
        <input
          id={id}
          className={`min-h-9 border bg-paper px-2 ${isText ? 'w-48' : 'figure w-36 text-right'} ${fault === null ? 'border-faint' : 'border-crayon'}`}
          value={typed ?? shown}
          onChange={(event) => setTyped(event.target.value)}
          onFocus={(event) => event.target.select()}
          onBlur={commit}
          onKeyDown={onKeyDown}
          aria-invalid={fault !== null}
          aria-describedby={fault === null ? undefined : `${id}-fault`}
          autoComplete="off"
          spellCheck={false}
        />
      </label>
      {hint !== null && fault === null && typed === null && (
        <p className="text-right text-sm text-kraft">{hint}</p>
      )}
      {fault !== null && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-sm text-crayon">
          {fault}
        </p>
      )}
    </div>
  );
}
