import { Section } from '../ui/Section.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveLength } from './LiveField.tsx';

const FLUSH = [
  ['cutWidthMm', 'Cut-out, width'],
  ['cutHeightMm', 'Cut-out, height'],
  ['cornerHoleMm', 'Holes in its corners, 0 for none'],
  ['behindMm', 'Reaches in behind the face'],
  ['wiresMm', 'For its wires behind it'],
] as const;

/** How a gear type is let into a panel: its cut-out, what it needs behind, which panels hold it. */
export function FlushFields({ type, at, set, reader }: GearFieldsProps) {
  const { flush } = type;
  const first = {
    cutWidthMm: type.widthMm * 0.9,
    cutHeightMm: type.heightMm * 0.9,
    cornerHoleMm: 8,
    behindMm: type.depthMm * 0.8,
    wiresMm: 20,
    panelMm: { leastMm: 2, mostMm: 15 },
  };
  return (
    <Section title="Let into a panel" summary={flush === null ? 'not made for it' : ''}>
      <Toggle
        label="It can be let in"
        isOn={flush !== null}
        onChange={(isOn) => set({ flush: isOn ? first : null })}
      />
      {flush !== null && (
        <>
          {FLUSH.map(([key, label]) => (
            <LiveLength
              key={key}
              label={label}
              valueMm={flush[key]}
              reader={reader}
              onChange={(mm) => set({ flush: { ...flush, [key]: mm } })}
              fault={at(`flush.${key}`)}
            />
          ))}
          <LiveLength
            label="Thinnest panel it holds in"
            valueMm={flush.panelMm.leastMm}
            reader={reader}
            onChange={(leastMm) => set({ flush: { ...flush, panelMm: { ...flush.panelMm, leastMm } } })}
            fault={at('flush.panelMm.leastMm')}
          />
          <LiveLength
            label="Thickest"
            valueMm={flush.panelMm.mostMm}
            reader={reader}
            onChange={(mostMm) => set({ flush: { ...flush, panelMm: { ...flush.panelMm, mostMm } } })}
            fault={at('flush.panelMm.mostMm')}
          />
        </>
      )}
    </Section>
  );
}
