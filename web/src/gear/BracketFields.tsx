import { freshIdIn } from '@zarnel/core/plan';
import { Section } from '../ui/Section.tsx';
import { ListEditor } from './ListEditor.tsx';
import { LiveLength, LiveNumber, LiveText } from './LiveField.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

/** The holes that it hangs by, from the middle of its hook line. */
export function BracketFields({ type, at, set, reader }: GearFieldsProps) {
  return (
    <Section title="Bracket holes" summary={String(type.bracketHoles.length)}>
      <p className="mb-2 text-sm text-kraft">From the middle of the hook line: right and up are positive.</p>
      <ListEditor
        items={type.bracketHoles}
        noun="hole"
        onChange={(bracketHoles) => set({ bracketHoles })}
        create={() => ({
          id: freshIdIn(type.bracketHoles, 'hole'),
          xMm: 0,
          yMm: 0,
          pilotMm: 5,
          torqueNm: null,
        })}
        row={(hole, put, index) => (
          <>
            <LiveText
              label="Name"
              value={hole.id}
              onChange={(id) => put({ id })}
              fault={at(`bracketHoles[${index}].id`)}
              isNarrow
            />
            <LiveLength
              label="Right"
              valueMm={hole.xMm}
              reader={reader}
              onChange={(xMm) => put({ xMm })}
              fault={at(`bracketHoles[${index}].xMm`)}
              isNarrow
            />
            <LiveLength
              label="Up"
              valueMm={hole.yMm}
              reader={reader}
              onChange={(yMm) => put({ yMm })}
              fault={at(`bracketHoles[${index}].yMm`)}
              isNarrow
            />
            <LiveLength
              label="Pilot"
              valueMm={hole.pilotMm}
              reader={reader}
              onChange={(pilotMm) => put({ pilotMm })}
              fault={at(`bracketHoles[${index}].pilotMm`)}
              isNarrow
            />
            <LiveNumber
              label="Torque"
              value={hole.torqueNm}
              unit="N·m"
              onChange={(torqueNm) => put({ torqueNm })}
              fault={at(`bracketHoles[${index}].torqueNm`)}
              isNarrow
            />
          </>
        )}
      />
    </Section>
  );
}
