import { useId, useState } from 'react';
import type { Result } from '@zarnel/core/plan';
import {
  formatQuantity,
  measureText,
  parseMeasure,
  parseTemperature,
  type QuantityUnit,
  type Reader,
} from '@zarnel/core/words';
import { lengthText, readLength } from '../ui/length-text.ts';
import { numberText, parseNumberText } from '../ui/number-text.ts';

type Props<Value> = {
  readonly label: string;
  readonly shown: string;
  readonly parse: (text: string) => Result<Value, string>;
  readonly onChange: (value: Value) => void;
  /** What the whole says is wrong with this field. */
  readonly fault?: string | undefined;
  readonly isText?: boolean;
  /** In a row of several fields: the label above. */
  readonly isNarrow?: boolean;
};

/** A field whose value counts as it is typed, so that the drawing follows. Text that cannot be read changes nothing. */
export function LiveField<Value>(props: Props<Value>) {
  const { label, shown, parse, onChange, fault, isText = false, isNarrow = false } = props;
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [own, setOwn] = useState<string | null>(null);
  const wrong = own ?? fault ?? null;
  return (
    <div className={isNarrow ? 'min-w-20 flex-1' : 'mb-2'}>
      <label htmlFor={id} className={isNarrow ? 'block text-sm' : 'flex items-center justify-between gap-3'}>
        <span>{label}</span>
        <input
          id={id}
          className={`min-h-9 border bg-paper px-2 ${isText ? '' : 'figure text-right'} ${isNarrow ? 'block w-full' : isText ? 'w-64' : 'w-36'} ${wrong === null ? 'border-faint' : 'border-crayon'}`}
          value={typed ?? shown}
          onFocus={(event) => {
            setOwn(null);
            event.target.select();
          }}
          onChange={(event) => {
            const text = event.target.value;
            setTyped(text);
            const parsed = parse(text);
            setOwn(parsed.ok ? null : parsed.fault);
            if (parsed.ok) onChange(parsed.value);
          }}
          onBlur={() => {
            setTyped(null);
            // What could not be read is gone from the field, but not without a word.
            if (own !== null) setOwn(`${own} Kept ${shown === '' ? 'nothing' : shown}.`);
          }}
          aria-invalid={wrong !== null}
          aria-describedby={wrong === null ? undefined : `${id}-fault`}
          autoComplete="off"
          spellCheck={false}
        />
      </label>
      {wrong !== null && (
        <p id={`${id}-fault`} role="alert" className="text-sm text-crayon">
          {wrong}
        </p>
      )}
    </div>
  );
}

type LengthProps = {
  readonly label: string;
  readonly valueMm: number;
  readonly reader: Reader;
  readonly onChange: (lengthMm: number) => void;
  readonly fault?: string | undefined;
  readonly isNarrow?: boolean;
};

export function LiveLength({ label, valueMm, reader, onChange, fault, isNarrow = false }: LengthProps) {
  const { mark, exact } = lengthText(valueMm, reader);
  return (
    <LiveField
      label={label}
      // A figure off the reader's step is shown as it is: it will be typed again from here.
      shown={exact ?? mark}
      parse={(text) => readLength(text, reader)}
      onChange={onChange}
      fault={fault}
      isNarrow={isNarrow}
    />
  );
}

type NumberProps = {
  readonly label: string;
  readonly value: number | null;
  readonly unit: string;
  readonly onChange: (value: number | null) => void;
  readonly fault?: string | undefined;
  readonly isNarrow?: boolean;
};

export function LiveNumber({ label, value, unit, onChange, fault, isNarrow = false }: NumberProps) {
  return (
    <LiveField
      label={label}
      shown={numberText(value, unit)}
      parse={(text) => parseNumberText(text, unit)}
      onChange={onChange}
      fault={fault}
      isNarrow={isNarrow}
    />
  );
}

type MeasureProps = {
  readonly label: string;
  readonly unit: QuantityUnit;
  readonly value: number;
  readonly reader: Reader;
  readonly onChange: (value: number) => void;
  readonly fault?: string | undefined;
  readonly isNarrow?: boolean;
};

export function LiveMeasure({ label, unit, value, reader, onChange, fault, isNarrow = false }: MeasureProps) {
  return (
    <LiveField
      label={label}
      shown={measureText(value, unit, reader)}
      parse={(text) => parseMeasure(text, unit, reader)}
      onChange={onChange}
      fault={fault}
      isNarrow={isNarrow}
    />
  );
}

type TextProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly fault?: string | undefined;
  readonly isNarrow?: boolean;
};

export function LiveText({ label, value, onChange, fault, isNarrow = false }: TextProps) {
  return (
    <LiveField
      label={label}
      shown={value}
      parse={(text) => ({ ok: true, value: text })}
      onChange={onChange}
      fault={fault}
      isText
      isNarrow={isNarrow}
    />
  );
}

type TemperatureProps = {
  readonly label: string;
  readonly valueC: number | null;
  readonly reader: Reader;
  readonly onChange: (valueC: number | null) => void;
  readonly fault?: string | undefined;
};

/** A temperature that may be unknown: an empty field. */
export function LiveTemperature({ label, valueC, reader, onChange, fault }: TemperatureProps) {
  return (
    <LiveField
      label={label}
      shown={valueC === null ? '' : formatQuantity({ value: valueC, unit: 'degC' }, reader)}
      parse={(text): Result<number | null, string> =>
        text.trim() === '' ? { ok: true, value: null } : parseTemperature(text, reader)
      }
      onChange={onChange}
      fault={fault}
    />
  );
}
