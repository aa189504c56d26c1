import { CONDUIT_SIZES, sizeText } from '@zarnel/core/figures';
import { freshIdIn, KNOCKOUT_EDGES } from '@zarnel/core/plan';
import { Choice } from '../ui/Choice.tsx';
import { Section } from '../ui/Section.tsx';
import { ListEditor } from './ListEditor.tsx';
import { LiveLength, LiveText } from './LiveField.tsx';

import type { GearFieldsProps } from './gear-fields.ts';

const EDGES = KNOCKOUT_EDGES.map((value) => ({ value, label: value }));
const SIZES = CONDUIT_SIZES.map((value) => ({ value, label: sizeText(value) }));

/** The openings of a piece: where they are and what fits them. */
export function KnockoutFields({ type, at, set, reader }: GearFieldsProps) {
  return (
    <Section title="Knockouts" summary={String(type.knockouts.length)}>
      <ListEditor
        items={type.knockouts}
        noun="knockout"
        onChange={(knockouts) => set({ knockouts })}
        create={() => ({
          id: freshIdIn(type.knockouts, 'ko'),
          edge: 'bottom' as const,
          alongMm: type.widthMm / 2,
          fromBackMm: type.depthMm / 2,
          tradeSize: '3/4' as const,
        })}
        row={(knockout, put, index) => (
          <>
            <LiveText
              label="Name"
              value={knockout.id}
              onChange={(id) => put({ id })}
              fault={at(`knockouts[${index}].id`)}
              isNarrow
            />
            <Choice
              label="Edge"
              value={knockout.edge}
              options={EDGES}
              onChange={(edge) => put({ edge: edge as typeof knockout.edge })}
            />
            <Choice
              label="Size"
              value={knockout.tradeSize}
              options={SIZES}
              onChange={(size) => put({ tradeSize: size as typeof knockout.tradeSize })}
            />
            <LiveLength
              label="Along the edge"
              valueMm={knockout.alongMm}
              reader={reader}
              onChange={(alongMm) => put({ alongMm })}
              fault={at(`knockouts[${index}].alongMm`)}
              isNarrow
            />
            <LiveLength
              label="From its back"
              valueMm={knockout.fromBackMm}
              reader={reader}
              onChange={(fromBackMm) => put({ fromBackMm })}
              fault={at(`knockouts[${index}].fromBackMm`)}
              isNarrow
            />
          </>
        )}
      />
    </Section>
  );
}
