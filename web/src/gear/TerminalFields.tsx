import { freshIdIn, TERMINAL_KINDS } from '@zarnel/core/plan';
import { optionsOf } from '../bench/words.ts';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { ListEditor } from './ListEditor.tsx';
import { LiveNumber, LiveText } from './LiveField.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

const HOLDS_WORDS = {
  unsaid: 'Not said',
  clamp: 'A screw or a cage',
  spring: 'A spring',
  stud: 'A stud, for a lug',
  plug: 'A plug',
} as const;

/** What its terminals take, and how tight. */
export function TerminalFields({ type, at, set }: GearFieldsProps) {
  return (
    <Section title="Terminals" summary={String(type.terminals.length)}>
      <ListEditor
        items={type.terminals}
        noun="terminal"
        onChange={(terminals) => set({ terminals })}
        create={() => ({
          id: freshIdIn(type.terminals, 'terminal'),
          name: 'Terminal',
          minMm2: null,
          maxMm2: null,
          torqueNm: null,
        })}
        row={(terminal, put, index) => (
          <>
            <LiveText
              label="Name"
              value={terminal.name}
              onChange={(name) => put({ name })}
              fault={at(`terminals[${index}].name`)}
              isNarrow
            />
            <Select
              label="Holds it"
              value={terminal.takes ?? 'unsaid'}
              options={optionsOf(HOLDS_WORDS)}
              onChange={(takes) => put({ takes: TERMINAL_KINDS.find((each) => each === takes) ?? null })}
            />
            <LiveNumber
              label="From"
              value={terminal.minMm2}
              unit="mm²"
              onChange={(minMm2) => put({ minMm2 })}
              fault={at(`terminals[${index}].minMm2`)}
              isNarrow
            />
            <LiveNumber
              label="To"
              value={terminal.maxMm2}
              unit="mm²"
              onChange={(maxMm2) => put({ maxMm2 })}
              fault={at(`terminals[${index}].maxMm2`)}
              isNarrow
            />
            <LiveNumber
              label="Torque"
              value={terminal.torqueNm}
              unit="N·m"
              onChange={(torqueNm) => put({ torqueNm })}
              fault={at(`terminals[${index}].torqueNm`)}
              isNarrow
            />
          </>
        )}
      />
    </Section>
  );
}
