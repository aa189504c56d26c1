import { Section } from '../ui/Section.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveNumber } from './LiveField.tsx';

const SOLAR = [
  ['pmaxW', 'Power', 'W'],
  ['vocV', 'Open-circuit voltage', 'V'],
  ['iscA', 'Short-circuit current', 'A'],
  ['vmpV', 'Operating voltage', 'V'],
  ['impA', 'Operating current', 'A'],
] as const;
const FIRST_SOLAR = {
  pmaxW: 400,
  vocV: 37,
  iscA: 13.7,
  vmpV: 31,
  impA: 12.9,
  vocPctPerC: null,
  maxFuseA: null,
};

/** A solar module at standard test conditions. */
export function SolarFields({ type, at, set }: Omit<GearFieldsProps, 'reader'>) {
  const { solarModule } = type;
  return (
    <Section title="Solar module at standard conditions">
      <Toggle
        label="Its figures are known"
        isOn={solarModule !== null}
        onChange={(isOn) => set({ solarModule: isOn ? FIRST_SOLAR : null })}
      />
      {solarModule !== null && (
        <>
          {SOLAR.map(([key, label, unit]) => (
            <LiveNumber
              key={key}
              label={label}
              value={solarModule[key]}
              unit={unit}
              onChange={(value) => value !== null && set({ solarModule: { ...solarModule, [key]: value } })}
              fault={at(`solarModule.${key}`)}
            />
          ))}
          <LiveNumber
            label="Voltage per kelvin"
            value={solarModule.vocPctPerC}
            unit="%"
            onChange={(vocPctPerC) => set({ solarModule: { ...solarModule, vocPctPerC } })}
            fault={at('solarModule.vocPctPerC')}
          />
          <LiveNumber
            label="Largest series fuse"
            value={solarModule.maxFuseA}
            unit="A"
            onChange={(maxFuseA) => set({ solarModule: { ...solarModule, maxFuseA } })}
            fault={at('solarModule.maxFuseA')}
          />
        </>
      )}
    </Section>
  );
}
