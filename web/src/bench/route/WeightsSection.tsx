import type { Plan } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Section } from '../../ui/Section.tsx';
import { tryEdit } from '../PositionFields.tsx';

type Props = { readonly plan: Plan; readonly reader: Reader };
type Routing = Plan['routing'];

const LENGTHS: readonly (readonly [keyof Routing, string])[] = [
  ['bendMm', 'A bend'],
  ['penetrationMm', 'A penetration'],
  ['boreMm', 'A hole bored through framing'],
];
const SHARES: readonly (readonly [keyof Routing, string])[] = [
  ['seenPct', 'Where it is seen, more by'],
  ['outOfReachPct', 'In a cavity, more by'],
];

/** What ways are weighed by beside their length, each as so much cable. */
export function WeightsSection({ plan, reader }: Props) {
  const { routing } = plan;
  const set = (more: Partial<Routing>) => tryEdit({ kind: 'set-routing', routing: { ...routing, ...more } });
  return (
    <Section title="What routes weigh" summary={`a bend: ${formatLength(routing.bendMm, reader)}`}>
      <p className="mb-2 text-sm">Each counts as so much more cable. At 0 only length decides, then bends.</p>
      {LENGTHS.map(([key, label]) => (
        <LengthField
          key={key}
          label={label}
          valueMm={routing[key]}
          reader={reader}
          onCommit={(mm) => set({ [key]: mm })}
        />
      ))}
      {SHARES.map(([key, label]) => (
        <NumberField
          key={key}
          label={label}
          value={routing[key]}
          unit="%"
          onCommit={(percent) => set({ [key]: percent ?? 0 })}
        />
      ))}
    </Section>
  );
}
