import type { Routes } from '@zarnel/core/figures';
import type { Plan, Run } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { tryEdit } from '../PositionFields.tsx';
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
        {nameOf(run.from.placement)} {run.from.knockout} to {nameOf(run.to.placement)} {run.to.knockout},
        cable{' '}
        <span className="figure">{formatQuantity({ value: run.cableDiameterMm, unit: 'mm' }, reader)}</span>
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
