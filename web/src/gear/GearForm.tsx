import type { GearFault, GearType } from '@zarnel/core/plan';
import { toldText, type Reader } from '@zarnel/core/words';
import { useTelling } from '../bench/use-telling.ts';
import { GEAR_KIND_WORDS, optionsOf } from '../bench/words.ts';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { BatteryFields } from './BatteryFields.tsx';
import { BoardFields } from './BoardFields.tsx';
import { DeviceFields } from './DeviceFields.tsx';
import { FlushFields } from './FlushFields.tsx';
import { LiveLength, LiveMeasure, LiveNumber, LiveText } from './LiveField.tsx';
import { SeamFields } from './SeamFields.tsx';
import { SolarFields } from './SolarFields.tsx';

import { KnockoutFields } from './KnockoutFields.tsx';
import { BracketFields } from './BracketFields.tsx';
import { PartFields } from './PartFields.tsx';
import { RuleFields } from './RuleFields.tsx';
import { CoverFields } from './CoverFields.tsx';
import { TerminalFields } from './TerminalFields.tsx';
import { MountingFields } from './MountingFields.tsx';

type Props = {
  readonly type: GearType;
  readonly faults: readonly GearFault[];
  readonly reader: Reader;
  readonly onChange: (type: GearType) => void;
};

const RATINGS = [
  ['maxVoltageV', 'Highest voltage', 'V'],
  ['minVoltageV', 'Operating window starts', 'V'],
  ['voltsToGroundV', 'Voltage to ground', 'V'],
  ['maxCurrentA', 'Continuous current', 'A'],
  ['powerW', 'Power', 'W'],
  ['energyWh', 'Energy stored', 'Wh'],
] as const;

/** Those that are left out where nobody said them. */
const OPTIONAL_RATINGS = [
  ['arrayA', 'An input bears, shorted', 'A'],
  ['efficiencyPct', 'Efficiency at full output, lowest battery', '%'],
] as const;

/** A gear type, field by field. Everything counts as it is typed; what does not fit says so at its field. */
export function GearForm({ type, faults, reader, onChange }: Props) {
  const set = (changed: Partial<GearType>) => onChange({ ...type, ...changed });
  const isInverter = type.kind === 'inverter' || type.kind === 'gang-inverter';
  const telling = useTelling(reader);
  const at = (path: string) => {
    const fault = faults.find((each) => each.path === path);
    return fault === undefined ? undefined : toldText(fault.message, telling);
  };
  const length = (
    key: 'widthMm' | 'heightMm' | 'depthMm' | 'standoffMm' | 'dropMm' | 'sidePlayMm',
    label: string,
  ) => (
    <LiveLength
      label={label}
      valueMm={type[key]}
      reader={reader}
      onChange={(mm) => set({ [key]: mm })}
      fault={at(key)}
    />
  );
  const fields = { type, at, set, reader };
  return (
    <>
      <LiveText label="Name" value={type.name} onChange={(name) => set({ name })} fault={at('name')} />
      <Select
        label="Kind"
        value={type.kind}
        options={optionsOf(GEAR_KIND_WORDS)}
        onChange={(kind) => set({ kind: kind as GearType['kind'] })}
      />
      <Section title="Body and hook line" startsOpen>
        {length('widthMm', 'Width')}
        {length('heightMm', 'Height')}
        {length('depthMm', 'Depth')}
        {length('standoffMm', 'Wall to its back')}
        {length('dropMm', 'Hook line down to its bottom')}
        {length('sidePlayMm', 'Side play, each way')}
        <LiveMeasure
          label="Mass, all parts"
          unit="kg"
          value={type.massKg}
          reader={reader}
          onChange={(massKg) => set({ massKg })}
          fault={at('massKg')}
        />
      </Section>
      <KnockoutFields {...fields} />
      <BracketFields {...fields} />
      <PartFields {...fields} />
      <RuleFields {...fields} />
      <CoverFields {...fields} />
      <TerminalFields {...fields} />
      <Section title="Ratings">
        {RATINGS.map(([key, label, unit]) => (
          <LiveNumber
            key={key}
            label={label}
            value={type.ratings[key]}
            unit={unit}
            onChange={(value) => set({ ratings: { ...type.ratings, [key]: value } })}
            fault={at(`ratings.${key}`)}
          />
        ))}
        {OPTIONAL_RATINGS.filter(([key]) => key === 'arrayA' || isInverter).map(([key, label, unit]) => (
          <LiveNumber
            key={key}
            label={label}
            value={type.ratings[key] ?? null}
            unit={unit}
            onChange={(value) => {
              const others = Object.entries(type.ratings).filter(([name]) => name !== key);
              const ratings = Object.fromEntries(others) as GearType['ratings'];
              set({ ratings: value === null ? ratings : { ...ratings, [key]: value } });
            }}
            fault={at(`ratings.${key}`)}
          />
        ))}
      </Section>
      <DeviceFields {...fields} />
      <FlushFields {...fields} />
      {type.kind === 'board' && <BoardFields {...fields} />}
      {type.kind === 'wireway' && <SeamFields {...fields} />}
      {type.kind === 'battery' && <BatteryFields {...fields} />}
      {type.kind === 'solar-module' && <SolarFields {...fields} />}
      <MountingFields {...fields} />
    </>
  );
}
