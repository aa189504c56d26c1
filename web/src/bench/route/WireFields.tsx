import { AWG_SIZES, INSULATION_NAMES, MM2_SIZES } from '@zarnel/core/figures';
import { MOST_COUNT, MOST_SETS, setsOf, type CircuitWire, type Plan } from '@zarnel/core/plan';
import { type Reader, roundFor } from '@zarnel/core/words';
import { CountField } from '../../ui/CountField.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { useTradeWords } from '../use-telling.ts';

type Props = {
  readonly wire: CircuitWire;
  readonly codeBasis: Plan['codeBasis'];
  readonly reader: Reader;
  readonly onChange: (wire: Partial<CircuitWire>) => string | null;
};

const INSULATIONS = Object.entries(INSULATION_NAMES) as [
  CircuitWire['insulation'],
  (typeof INSULATION_NAMES)[CircuitWire['insulation']],
][];

/** What the conductors of a circuit are; their size is the program’s unless it is typed. */
export function WireFields({ wire, codeBasis, reader, onChange }: Props) {
  const say = useTradeWords();
  const system = INSULATION_NAMES[wire.insulation].sizes;
  const offered = INSULATIONS.filter(
    ([id, { sizes }]) => id === wire.insulation || (sizes === 'awg') === (codeBasis === 'us'),
  );
  const sizes = system === 'awg' ? AWG_SIZES : MM2_SIZES;
  const { size, made } = wire;
  const sizeValue = size.by === 'awg' || size.by === 'mm2' ? size.size : size.by;
  return (
    <>
      <Select
        label="Size"
        value={sizeValue}
        options={[
          { value: 'program', label: 'The smallest that serves' },
          { value: 'measured', label: 'Only its outside is known' },
          ...sizes.map((each) => ({ value: each, label: system === 'awg' ? `#${each}` : `${each} mm²` })),
        ]}
        onChange={(value) => {
          if (value === 'program') onChange({ size: { by: 'program' } });
          else if (value === 'measured')
            onChange({ size: { by: 'measured', diameterMm: roundFor(reader, 6) } });
          else if (system === 'awg') {
            const awg = AWG_SIZES.find((each) => each === value);
            if (awg !== undefined) onChange({ size: { by: 'awg', size: awg } });
          } else {
            const mm2 = MM2_SIZES.find((each) => each === value);
            if (mm2 !== undefined) onChange({ size: { by: 'mm2', size: mm2 } });
          }
        }}
      />
      {size.by === 'measured' && (
        <LengthField
          label="Over its insulation"
          valueMm={size.diameterMm}
          reader={reader}
          onCommit={(diameterMm) => onChange({ size: { by: 'measured', diameterMm } })}
        />
      )}
      <Select
        label="Insulation"
        value={wire.insulation}
        options={offered.map(([value, { words }]) => ({ value, label: words }))}
        onChange={(value) => {
          const found = INSULATIONS.find(([id]) => id === value);
          if (found === undefined) return;
          const [insulation, kind] = found;
          // A size of the other system is none of this insulation’s.
          onChange(kind.sizes === system ? { insulation } : { insulation, size: { by: 'program' } });
        }}
      />
      <Select
        label="Metal"
        value={wire.material}
        options={[
          { value: 'copper', label: 'Copper' },
          { value: 'aluminium', label: say('Aluminium') },
        ]}
        onChange={(value) => onChange({ material: value === 'aluminium' ? 'aluminium' : 'copper' })}
      />
      <CountField
        label={say(setsOf(wire) === 1 ? 'Conductors, without earth' : 'Conductors of one set, without earth')}
        value={wire.count}
        most={MOST_COUNT}
        onCommit={(count) => onChange({ count, carrying: Math.min(wire.carrying, count) })}
      />
      <CountField
        label="Of them, that carry current"
        value={wire.carrying}
        least={0}
        most={wire.count}
        hint="A balanced neutral does not count; three that carry alternating current are three phases."
        onCommit={(carrying) => onChange({ carrying })}
      />
      <CountField
        label="Sets side by side that share its current"
        value={setsOf(wire)}
        most={MOST_SETS}
        hint="Equal in length, metal, size and ends. All sets are taken to lie together."
        onCommit={(sets) => onChange({ sets })}
      />
      <Toggle
        label={say('Has an earth conductor of its own')}
        isOn={wire.hasEarth}
        onChange={(hasEarth) => void onChange({ hasEarth })}
      />
      <Toggle
        label="One cable with a sheath"
        isOn={made.as === 'cable'}
        onChange={(isCable) =>
          void onChange({
            made: isCable ? { as: 'cable', diameterMm: roundFor(reader, 12) } : { as: 'singles' },
          })
        }
      />
      {made.as === 'cable' && (
        <LengthField
          label="Over its sheath"
          valueMm={made.diameterMm}
          reader={reader}
          onCommit={(diameterMm) => onChange({ made: { as: 'cable', diameterMm } })}
        />
      )}
    </>
  );
}
