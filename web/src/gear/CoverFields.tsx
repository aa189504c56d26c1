import { freshIdIn, type GearType } from '@zarnel/core/plan';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { ListEditor } from './ListEditor.tsx';
import { LiveLength, LiveText } from './LiveField.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

type Hinge = NonNullable<GearType['cover']>['hinge'];
const COVERS = [
  { value: 'none', label: 'Does not swing open' },
  { value: 'left', label: 'Swings, hinged left' },
  { value: 'right', label: 'Swings, hinged right' },
  { value: 'top', label: 'Swings up' },
  { value: 'bottom', label: 'Swings down' },
];

/** How its front opens, and how high a hand reaches. */
export function CoverFields({ type, at, set, reader }: GearFieldsProps) {
  return (
    <Section title="Cover and handles" summary={String(type.handles.length)}>
      <Select
        label="Its front"
        value={type.cover?.hinge ?? 'none'}
        options={COVERS}
        onChange={(hinge) =>
          set({
            cover:
              hinge === 'none'
                ? null
                : {
                    hinge: hinge as Hinge,
                    leafMm:
                      type.cover?.leafMm ??
                      (hinge === 'left' || hinge === 'right' ? type.widthMm : type.heightMm),
                  },
          })
        }
      />
      {type.cover !== null && (
        <LiveLength
          label="Hinge to free edge"
          valueMm={type.cover.leafMm}
          reader={reader}
          onChange={(leafMm) => type.cover !== null && set({ cover: { ...type.cover, leafMm } })}
          fault={at('cover.leafMm')}
        />
      )}
      <p className="mb-2 text-sm text-kraft">
        Handles and breakers, by the height of their middle at its highest above the bottom of the body.
      </p>
      <ListEditor
        items={type.handles}
        noun="handle"
        onChange={(handles) => set({ handles })}
        create={() => ({ id: freshIdIn(type.handles, 'handle'), name: 'Handle', upMm: type.heightMm / 2 })}
        row={(handle, put, index) => (
          <>
            <LiveText
              label="Name"
              value={handle.name}
              onChange={(name) => put({ name })}
              fault={at(`handles[${index}].name`)}
              isNarrow
            />
            <LiveLength
              label="Above the bottom"
              valueMm={handle.upMm}
              reader={reader}
              onChange={(upMm) => put({ upMm })}
              fault={at(`handles[${index}].upMm`)}
              isNarrow
            />
          </>
        )}
      />
    </Section>
  );
}
