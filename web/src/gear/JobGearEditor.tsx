import { useState } from 'react';
import type { GearType, Plan } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';
import { useAppSelector } from '../state/store.ts';
import { tryEdits } from '../state/job-session.ts';
import { Button } from '../ui/Button.tsx';
import { draftFaults } from './gear-draft.ts';
import { CameBack } from './CameBack.tsx';
import { GearWorkbench } from './GearWorkbench.tsx';
import { jobDraftName, useKeptDraft } from './use-kept-draft.ts';

type Props = {
  readonly type: GearType;
  readonly plan: Plan;
  readonly reader: Reader;
  readonly onClose: () => void;
};

/** The job’s own copy of a type. It is put into the job as one step, so that half-typed gear never hangs on a wall. */
export function JobGearEditor({ type, plan, reader, onClose }: Props) {
  const jobId = useAppSelector((state) => state.plan.jobId) ?? '';
  const { draft, change, cameBack, startOver, forget } = useKeptDraft(jobDraftName(jobId, type.id), type);
  const [fault, setFault] = useState<string | null>(null);
  const faults = draftFaults(draft);
  const count = plan.placements.filter((placement) => placement.type === type.id).length;
  return (
    <div className="flex h-full flex-col">
      <div className="flex flex-wrap items-center gap-3 border-b border-faint bg-paper px-4 py-1">
        <h2 className="font-semibold">{draft.name}, in this job</h2>
        <span className="text-sm text-kraft">
          hung <span className="figure">{count}</span> {count === 1 ? 'time' : 'times'}
        </span>
        {fault !== null && (
          <span role="alert" className="text-crayon">
            {fault}
          </span>
        )}
        {cameBack && <CameBack onStartOver={startOver} />}
        <div className="ml-auto flex gap-2">
          <Button
            onClick={() => {
              forget();
              onClose();
            }}
          >
            Leave it as it was
          </Button>
          <Button
            look="strong"
            disabled={faults.length > 0 || draft === type}
            onClick={() => {
              const refused = tryEdits([{ kind: 'set-gear-type', gearType: draft }]);
              setFault(refused);
              if (refused !== null) return;
              forget();
              onClose();
            }}
          >
            Put it into the job
          </Button>
        </div>
      </div>
      <GearWorkbench type={draft} faults={faults} reader={reader} onChange={change} />
    </div>
  );
}
