import { optionsOf } from '../bench/words.ts';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveNumber } from './LiveField.tsx';

const OPENS_WORDS = {
  'under-load': 'While current flows',
  'without-load': 'When nothing flows: a fuse that is pulled',
} as const;

const FIRST_DEVICE = { clears: false, opens: 'under-load', dcV: null, isOneWay: false } as const;

/** What its plate says it opens. */
export function DeviceFields({ type, at, set }: Omit<GearFieldsProps, 'reader'>) {
  const device = type.device ?? null;
  return (
    <Section title="What it opens" summary={device === null ? 'nothing said' : OPENS_WORDS[device.opens]}>
      <Toggle
        label="It has a switch, a breaker or a fuse"
        isOn={device !== null}
        onChange={(isOn) => set({ device: isOn ? FIRST_DEVICE : null })}
      />
      {device !== null && (
        <>
          <Select
            label="It may be opened"
            value={device.opens}
            options={optionsOf(OPENS_WORDS)}
            onChange={(opens) => set({ device: { ...device, opens: opens as typeof device.opens } })}
          />
          <LiveNumber
            label="Direct voltage on its plate"
            value={device.dcV}
            unit="V"
            onChange={(dcV) => set({ device: { ...device, dcV } })}
            fault={at('device.dcV')}
          />
          <Toggle
            label="It clears a fault by itself: a fuse or a breaker"
            isOn={device.clears}
            onChange={(clears) => set({ device: { ...device, clears } })}
          />
          <Toggle
            label="For one direction of current only"
            isOn={device.isOneWay}
            onChange={(isOneWay) => set({ device: { ...device, isOneWay } })}
          />
        </>
      )}
    </Section>
  );
}
