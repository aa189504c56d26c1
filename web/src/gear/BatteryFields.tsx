import { CHEMISTRY_WORDS, optionsOf } from '../bench/words.ts';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveNumber } from './LiveField.tsx';

const FIRST_BATTERY = { chemistry: 'lithium', cells: 16, capacityAh: 100 } as const;

/** What a battery is inside, for its ventilation. */
export function BatteryFields({ type, at, set }: Omit<GearFieldsProps, 'reader'>) {
  const { battery } = type;
  return (
    <Section title="Battery inside">
      <Toggle
        label="Its cells are known"
        isOn={battery !== null}
        onChange={(isOn) => set({ battery: isOn ? FIRST_BATTERY : null })}
      />
      {battery !== null && (
        <>
          <Select
            label="Chemistry"
            value={battery.chemistry}
            options={optionsOf(CHEMISTRY_WORDS)}
            onChange={(chemistry) =>
              set({ battery: { ...battery, chemistry: chemistry as typeof battery.chemistry } })
            }
          />
          <LiveNumber
            label="Cells in series"
            value={battery.cells}
            unit=""
            onChange={(cells) => cells !== null && set({ battery: { ...battery, cells } })}
            fault={at('battery.cells')}
          />
          <LiveNumber
            label="Capacity"
            value={battery.capacityAh}
            unit="Ah"
            onChange={(capacityAh) => capacityAh !== null && set({ battery: { ...battery, capacityAh } })}
            fault={at('battery.capacityAh')}
          />
        </>
      )}
    </Section>
  );
}
