import { Section } from '../ui/Section.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveField, LiveLength, LiveNumber } from './LiveField.tsx';

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

/** What a sheet may say beside; left empty the usual is taken. */
const MORE = [
  ['iscPctPerC', 'Current per kelvin', '%'],
  ['noctC', 'Cells in 800 W/m² at 20 °C', '°C'],
  ['cells', 'Cells in series', ''],
  ['bypassDiodes', 'Groups with a bypass diode', ''],
  ['halves', 'Halves side by side (2 if half-cut)', ''],
] as const;
type Solar = NonNullable<GearFieldsProps['type']['solarModule']>;

/** With one of its further figures, or without it. */
function withMore<Key extends 'connector' | 'leadMm' | (typeof MORE)[number][0]>(
  solar: Solar,
  key: Key,
  value: Solar[Key] | null,
): Solar {
  const others = Object.fromEntries(Object.entries(solar).filter(([each]) => each !== key)) as Solar;
  return value === null ? others : { ...others, [key]: value };
}

/** A solar module at standard test conditions. */
export function SolarFields({ type, at, set, reader }: GearFieldsProps) {
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
          {MORE.map(([key, label, unit]) => (
            <LiveNumber
              key={key}
              label={label}
              value={solarModule[key] ?? null}
              unit={unit}
              onChange={(value) => set({ solarModule: withMore(solarModule, key, value) })}
              fault={at(`solarModule.${key}`)}
            />
          ))}
          <LiveLength
            label="Each lead"
            valueMm={solarModule.leadMm ?? 0}
            reader={reader}
            onChange={(leadMm) =>
              set({ solarModule: withMore(solarModule, 'leadMm', leadMm === 0 ? null : leadMm) })
            }
            fault={at('solarModule.leadMm')}
          />
          <LiveField
            label="Its leads end in"
            isText
            shown={solarModule.connector ?? ''}
            parse={(text) => ({ ok: true, value: text.trim() })}
            onChange={(text: string) =>
              set({ solarModule: withMore(solarModule, 'connector', text === '' ? null : text) })
            }
            fault={at('solarModule.connector')}
          />
        </>
      )}
    </Section>
  );
}
