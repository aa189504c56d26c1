import type { GearPart } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';
import { Toggle } from '../ui/Toggle.tsx';
import { LiveLength, LiveMeasure, LiveNumber, LiveText } from './LiveField.tsx';

type Props = {
  readonly part: GearPart;
  readonly put: (changed: Partial<GearPart>) => void;
  readonly index: number;
  readonly at: (path: string) => string | undefined;
  readonly reader: Reader;
};

const SIDES = [
  ['xMm', 'From the left'],
  ['yMm', 'From the bottom'],
  ['widthMm', 'Width'],
  ['heightMm', 'Height'],
] as const;

/** A part that is lifted and fastened by itself, with its place on the template where it has one. */
export function PartRow({ part, put, index, at, reader }: Props) {
  const { box } = part;
  return (
    <>
      <div className="w-full">
        <LiveText
          label="Name"
          value={part.name}
          onChange={(name) => put({ name })}
          fault={at(`parts[${index}].name`)}
          isNarrow
        />
      </div>
      <LiveMeasure
        label="Mass"
        unit="kg"
        value={part.massKg}
        reader={reader}
        onChange={(massKg) => put({ massKg })}
        fault={at(`parts[${index}].massKg`)}
        isNarrow
      />
      <LiveNumber
        label="Order"
        value={part.order}
        unit=""
        onChange={(order) => order !== null && put({ order })}
        fault={at(`parts[${index}].order`)}
        isNarrow
      />
      <LiveNumber
        label="Torque"
        value={part.torqueNm}
        unit="N·m"
        onChange={(torqueNm) => put({ torqueNm })}
        fault={at(`parts[${index}].torqueNm`)}
        isNarrow
      />
      <div className="w-full">
        <Toggle
          label="Has its own place on the template"
          isOn={box !== null}
          onChange={(isOn) => put({ box: isOn ? { xMm: 0, yMm: 0, widthMm: 200, heightMm: 300 } : null })}
        />
        {box !== null && (
          <div className="flex flex-wrap gap-2">
            {SIDES.map(([key, label]) => (
              <LiveLength
                key={key}
                label={label}
                valueMm={box[key]}
                reader={reader}
                onChange={(mm) => put({ box: { ...box, [key]: mm } })}
                fault={at(`parts[${index}].box.${key}`)}
                isNarrow
              />
            ))}
          </div>
        )}
        {at(`parts[${index}].box`) !== undefined && (
          <p role="alert" className="text-sm text-crayon">
            {at(`parts[${index}].box`)}
          </p>
        )}
      </div>
    </>
  );
}
