import { LOAD_FACTORS } from '@zarnel/core/figures';
import type { LoadFactors, Plan } from '@zarnel/core/plan';
import { tryEdits } from '../../state/job-session.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Toggle } from '../../ui/Toggle.tsx';

const FACTORS: readonly (readonly [keyof LoadFactors, string])[] = [
  ['down', 'Up and down'],
  ['across', 'Along and level'],
  ['out', 'Straight out'],
];

/** What the fixings of the job are designed for, times weight: the usual of its setting, or the user’s own. */
export function LoadFactorFields({ plan }: { readonly plan: Plan }) {
  const { setting, loadFactors } = plan.site;
  const usual = setting === 'mobile' ? LOAD_FACTORS.mobile : LOAD_FACTORS.wall;
  const inForce = loadFactors ?? usual;
  const set = (factors: LoadFactors | null) => tryEdits([{ kind: 'set-load-factors', factors }]);
  return (
    <Section title="Loads on fixings" summary={loadFactors === null ? 'as usual' : 'yours'}>
      <p className="mb-2 text-sm text-kraft">
        Times the weight of what hangs. {LOAD_FACTORS.source.kind === 'practice' && LOAD_FACTORS.source.title}
        .
      </p>
      <Toggle
        label="Use my own"
        isOn={loadFactors !== null}
        onChange={(isOn) => void set(isOn ? usual : null)}
      />
      {FACTORS.map(([key, label]) =>
        loadFactors === null ? (
          <p key={key} className="flex justify-between">
            <span>{label}</span> <span className="figure">{inForce[key]}</span>
          </p>
        ) : (
          <NumberField
            key={key}
            label={label}
            value={inForce[key]}
            unit=""
            onCommit={(value) => (value === null ? 'Needs a figure.' : set({ ...inForce, [key]: value }))}
          />
        ),
      )}
    </Section>
  );
}
