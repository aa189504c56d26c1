import { ORIENTATIONS, type GearType } from '@zarnel/core/plan';
import { HEAT_WORDS, optionsOf, ORIENTATION_WORDS } from '../bench/words.ts';
import { Fault } from '../ui/Fault.tsx';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import { LiveNumber, LiveTemperature, LiveText } from './LiveField.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

/** Where it may hang, and what heat it gives off. */
export function MountingFields({ type, at, set, reader }: GearFieldsProps) {
  return (
    <Section title="Enclosure, heat and mounting">
      <Select
        label="Used"
        value={type.location}
        options={[
          { value: 'indoor', label: 'Indoors only' },
          { value: 'outdoor', label: 'Outdoors or indoors' },
        ]}
        onChange={(location) => set({ location: location as GearType['location'] })}
      />
      <LiveText
        label="Enclosure rating"
        value={type.enclosure}
        onChange={(enclosure) => set({ enclosure })}
        fault={at('enclosure')}
      />
      <LiveNumber
        label="Heat it loses"
        value={type.heat.lossW}
        unit="W"
        onChange={(lossW) => lossW !== null && set({ heat: { ...type.heat, lossW } })}
        fault={at('heat.lossW')}
      />
      <Select
        label="Its heat leaves at"
        value={type.heat.sheds}
        options={optionsOf(HEAT_WORDS)}
        onChange={(sheds) => set({ heat: { ...type.heat, sheds: sheds as GearType['heat']['sheds'] } })}
      />
      <Fault className="text-sm">{at('heat.sheds') ?? null}</Fault>
      <LiveTemperature
        label="Highest air around it"
        valueC={type.maxAmbientC}
        reader={reader}
        onChange={(maxAmbientC) => set({ maxAmbientC })}
        fault={at('maxAmbientC')}
      />
      <fieldset>
        <legend className="text-sm text-kraft">May be mounted</legend>
        {ORIENTATIONS.map((orientation) => (
          <Toggle
            key={orientation}
            label={ORIENTATION_WORDS[orientation]}
            isOn={type.orientations.includes(orientation)}
            onChange={(isOn) =>
              set({
                orientations: ORIENTATIONS.filter((each) =>
                  each === orientation ? isOn : type.orientations.includes(each),
                ),
              })
            }
          />
        ))}
        <Fault className="text-sm">{at('orientations') ?? null}</Fault>
      </fieldset>
    </Section>
  );
}
