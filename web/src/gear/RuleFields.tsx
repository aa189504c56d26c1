import { freshIdIn } from '@zarnel/core/plan';
import { Section } from '../ui/Section.tsx';
import { ListEditor } from './ListEditor.tsx';
import { RuleRow } from './RuleRow.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

/** The room its maker asks for. */
export function RuleFields({ type, at, set, reader }: GearFieldsProps) {
  return (
    <Section title="Clearance rules" summary={String(type.rules.length)}>
      <ListEditor
        items={type.rules}
        noun="rule"
        onChange={(rules) => set({ rules })}
        create={() => ({
          id: freshIdIn(type.rules, 'rule'),
          side: 'beside' as const,
          counterpart: 'same-kind' as const,
          distance: {
            value: reader.system === 'inch' ? 6 : 150,
            unit: reader.system === 'inch' ? ('in' as const) : ('mm' as const),
          },
          when: {},
          source: { kind: 'maker' as const, title: `${type.name}, mounting sheet` },
        })}
        row={(rule, put, index) => <RuleRow rule={rule} put={put} index={index} at={at} />}
      />
    </Section>
  );
}
