import { CONDUIT_SIZES, type Routes } from '@zarnel/core/figures';
import type { Plan, Run } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { tryEdit } from '../PositionFields.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { lieInRun } from './lie-in-run.ts';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

type Props = { readonly run: Run; readonly plan: Plan; readonly routes: Routes; readonly reader: Reader };

/** A cable run: its length, its bends, the holes it goes through. */
export function RunPanel({ run, plan, routes, reader }: Props) {
  const routed = routes.routed.find((each) => each.run.id === run.id);
  const nameOf = (id: string) => plan.placements.find((placement) => placement.id === id)?.name ?? id;
  return (
    <section aria-label={run.name} className="mb-4">
      <h2 className="mb-1 text-lg font-semibold">{run.name}</h2>
      <p className="mb-2">
        {nameOf(run.from.placement)} {run.from.knockout} to {nameOf(run.to.placement)} {run.to.knockout}
      </p>
      {routed === undefined ? (
        <p className="text-crayon">No way was found.</p>
      ) : (
        <>
          <p className="flex justify-between">
            <span>Path, port to port</span>
            <span className="figure text-chalk">{formatLength(routed.pathMm, reader)}</span>
          </p>
          <p className="flex justify-between">
            <span>Length to cut</span>
            <span className="figure font-semibold text-chalk">{formatLength(routed.totalMm, reader)}</span>
          </p>
          <p className="flex justify-between">
            <span>Bends</span>
            <span className="figure">{routed.bendCount}</span>
          </p>
          <WorkingButton working={routed.working} reader={reader} />
        </>
      )}
      <Section title="What lies in it" summary={String(run.circuits.length)}>
        {plan.circuits.length === 0 && <p className="mb-2">No circuit yet: add one above.</p>}
        {plan.circuits.map(({ id, name }) => (
          <Toggle
            key={id}
            label={name}
            isOn={run.circuits.includes(id)}
            onChange={(isOn) => makeEdits([lieInRun(run, id, isOn)])}
          />
        ))}
      </Section>
      <LaidFields run={run} reader={reader} />
      <LengthField
        label="Slack at each end"
        valueMm={run.slackEachEndMm}
        reader={reader}
        onCommit={(mm) => tryEdit({ kind: 'set-run-slack', run: run.id, slackEachEndMm: mm })}
      />
      <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-run', run: run.id }])}>
        Remove the run
      </Button>
    </section>
  );
}

const LAID_OPTIONS = [
  { value: 'clipped', label: 'Clipped' },
  { value: 'in-cavity', label: 'Loose in a cavity' },
  { value: 'under-modules', label: 'Tied to rails under modules' },
  { value: 'smallest', label: 'In the smallest conduit' },
  ...CONDUIT_SIZES.map((size) => ({ value: size, label: `In ${size}″ conduit` })),
];

function laidOf(value: string): Run['laid'] {
  if (value === 'clipped' || value === 'in-cavity' || value === 'under-modules') return { as: value };
  return { as: 'conduit', size: CONDUIT_SIZES.find((each) => each === value) ?? null };
}

/** How it is held, and how far off its faces: a hot roof warms what lies close. */
function LaidFields({ run, reader }: { readonly run: Run; readonly reader: Reader }) {
  const { laid } = run;
  return (
    <>
      <Select
        label="Laid"
        value={laid.as === 'conduit' ? (laid.size ?? 'smallest') : laid.as}
        options={LAID_OPTIONS}
        onChange={(value) => makeEdits([{ kind: 'set-run', run: { ...run, laid: laidOf(value) } }])}
      />
      <LengthField
        label="Above its faces"
        valueMm={run.raisedMm}
        reader={reader}
        onCommit={(raisedMm) => tryEdit({ kind: 'set-run', run: { ...run, raisedMm } })}
      />
    </>
  );
}
