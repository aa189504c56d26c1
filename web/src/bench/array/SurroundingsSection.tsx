import { useState } from 'react';
import { freshId, SURROUNDING_KINDS, type Plan, type Surrounding } from '@zarnel/core/plan';
import { countText, type Reader } from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';

const KIND_WORDS = {
  wall: 'Wall or house',
  tree: 'Tree',
  mast: 'Mast',
  boom: 'Boom',
  other: 'Other',
} as const;
const FULL_CIRCLE = 360;

/** What stands round about and throws shadows: paced out from the datum, with a compass. */
export function SurroundingsSection({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const [open, setOpen] = useState<string | null>(null);
  const add = () => {
    const id = freshId(plan, 'thing');
    const thing: Surrounding = {
      id,
      name: `Tree ${plan.surroundings.length + 1}`,
      kind: 'tree',
      bearingDeg: 180,
      distanceMm: 15_000,
      widthMm: 4000,
      depthMm: 4000,
      fromMm: 0,
      toMm: 8000,
    };
    if (makeEdits([{ kind: 'set-surrounding', surrounding: thing }])) setOpen(id);
  };
  return (
    <Section title="Round about" summary={countText(plan.surroundings.length, 'thing', 'things')}>
      <p className="mb-2 text-sm">
        A wall, a tree, a mast, a boom: from the datum of the root face, by compass and by pacing.
      </p>
      {plan.surroundings.map((thing) => (
        <details
          key={thing.id}
          open={open === thing.id}
          onToggle={(event) => {
            if (event.currentTarget.open) setOpen(thing.id);
          }}
          className="border-t border-faint"
        >
          <summary className="min-h-9 cursor-pointer">
            {thing.name} <span className="figure text-sm text-kraft">{thing.bearingDeg}°</span>
          </summary>
          <ThingFields thing={thing} reader={reader} />
        </details>
      ))}
      <Button onClick={add}>Add something that throws a shadow</Button>
    </Section>
  );
}

function ThingFields({ thing, reader }: { readonly thing: Surrounding; readonly reader: Reader }) {
  const set = (more: Partial<Surrounding>) =>
    tryEdits([{ kind: 'set-surrounding', surrounding: { ...thing, ...more } }]);
  return (
    <>
      <NameField label="Name" value={thing.name} onCommit={(name) => set({ name })} />
      <Select
        label="It is a"
        value={thing.kind}
        options={SURROUNDING_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
        onChange={(value) => set({ kind: SURROUNDING_KINDS.find((each) => each === value) ?? 'other' })}
      />
      <NumberField
        label="Bearing from north"
        unit="°"
        value={thing.bearingDeg}
        onCommit={(deg) =>
          deg === null
            ? 'Type a bearing: 180 is south.'
            : set({ bearingDeg: ((deg % FULL_CIRCLE) + FULL_CIRCLE) % FULL_CIRCLE })
        }
      />
      <LengthField
        label="Distance to its middle"
        valueMm={thing.distanceMm}
        reader={reader}
        onCommit={(distanceMm) => set({ distanceMm })}
      />
      <LengthField
        label="Width across"
        valueMm={thing.widthMm}
        reader={reader}
        onCommit={(widthMm) => set({ widthMm })}
      />
      <LengthField
        label="Depth away from you"
        valueMm={thing.depthMm}
        reader={reader}
        onCommit={(depthMm) => set({ depthMm })}
      />
      <LengthField
        label="Lower end above datum"
        valueMm={thing.fromMm}
        reader={reader}
        onCommit={(fromMm) => set({ fromMm })}
      />
      <LengthField
        label="Top above datum"
        valueMm={thing.toMm}
        reader={reader}
        onCommit={(toMm) => set({ toMm })}
      />
      <Button
        look="quiet"
        className="text-crayon"
        onClick={() => void makeEdits([{ kind: 'remove-surrounding', surrounding: thing.id }])}
      >
        Take out {thing.name}
      </Button>
    </>
  );
}
