import { freshIdIn } from '@zarnel/core/plan';
import { Section } from '../ui/Section.tsx';
import { ListEditor } from './ListEditor.tsx';
import { PartRow } from './PartRow.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

/** What is carried and hung by itself. */
export function PartFields({ type, at, set, reader }: GearFieldsProps) {
  return (
    <Section title="Parts lifted one by one" summary={String(type.parts.length)}>
      {at('parts') !== undefined && (
        <p role="alert" className="mb-2 text-sm text-crayon">
          {at('parts')}
        </p>
      )}
      <ListEditor
        items={type.parts}
        noun="part"
        onChange={(parts) => set({ parts })}
        create={() => ({
          id: freshIdIn(type.parts, 'part'),
          name: `Part ${type.parts.length + 1}`,
          massKg: 10,
          box: null,
          order: type.parts.length + 1,
          torqueNm: null,
        })}
        row={(part, put, index) => <PartRow part={part} put={put} index={index} at={at} reader={reader} />}
      />
    </Section>
  );
}
