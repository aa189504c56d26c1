import { Section } from '../ui/Section.tsx';
import { ListEditor } from './ListEditor.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveLength } from './LiveField.tsx';

/** Where the lengths of a wireway are coupled: no hole may lie there. */
export function SeamFields({ type, at, set, reader }: GearFieldsProps) {
  const seams = type.seamsMm ?? [];
  return (
    <Section title="Seams" summary={String(seams.length)}>
      <ListEditor
        items={seams.map((alongMm, index) => ({ id: `seam ${index + 1}`, alongMm }))}
        noun="seam"
        onChange={(list) => set({ seamsMm: list.map(({ alongMm }) => alongMm) })}
        create={() => ({ id: 'seam', alongMm: type.widthMm / 2 })}
        row={(seam, put, index) => (
          <LiveLength
            label="From its left end"
            valueMm={seam.alongMm}
            reader={reader}
            onChange={(alongMm) => put({ alongMm })}
            fault={at(`seamsMm[${index}]`)}
            isNarrow
          />
        )}
      />
    </Section>
  );
}
