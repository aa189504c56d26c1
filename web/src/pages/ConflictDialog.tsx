import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { diffPlans, type Plan, type PlanDifference } from '@zarnel/core/plan';
import { nameWith } from '@zarnel/core/words';
import { keepMine, takeTheirs } from '../state/job-session.ts';
import { readPlan } from '../state/plan-api.ts';
import { useImportJobMutation } from '../state/server-api.ts';
import { Button } from '../ui/Button.tsx';
import { Fault } from '../ui/Fault.tsx';
import { Modal } from '../ui/Modal.tsx';

type Props = { readonly jobId: string; readonly mine: Plan; readonly current: number; readonly kept: number };

const CHANGES: Record<PlanDifference['change'], string> = {
  'only-mine': 'only in yours',
  'only-theirs': 'only in theirs',
  'both-differ': 'differs',
};

/** Someone saved first: both versions and what differs, and a choice that loses neither. */
export function ConflictDialog({ jobId, mine, current, kept }: Props) {
  const navigate = useNavigate();
  const [theirs, setTheirs] = useState<Plan | null>(null);
  const [isHidden, setHidden] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [importJob] = useImportJobMutation();
  useEffect(() => {
    let isWanted = true;
    void readPlan(jobId, current).then((read) => {
      if (isWanted && read.kind === 'plan') setTheirs(read.plan);
    });
    return () => {
      isWanted = false;
    };
  }, [jobId, current]);

  const differences = theirs === null ? [] : diffPlans(mine, theirs);
  const saveAsCopy = async () => {
    const copy = await importJob({ ...mine, name: nameWith(mine.name, ' (mine)') });
    if ('error' in copy) {
      setFault('The server could not make the job. Nothing was changed; try again shortly.');
      return;
    }
    const why = await takeTheirs(jobId);
    if (why !== null) setFault(`Yours is now the job “${copy.data.name}”. ${why}`);
    else await navigate(`/jobs/${copy.data.id}/mount`);
  };

  return (
    <>
      {isHidden && (
        <Button className="border-crayon text-crayon" onClick={() => setHidden(false)}>
          Choose a version
        </Button>
      )}
      <Modal
        title="Someone else saved this job first"
        about={`Their version is revision ${current}; yours is kept as revision ${kept}. Neither is lost, whichever you choose; what you edit meanwhile is kept beside yours.`}
        isOpen={!isHidden}
        onClose={() => setHidden(true)}
      >
        <h3 className="font-semibold">What differs</h3>
        {theirs === null ? (
          <p className="mb-3">Reading their version …</p>
        ) : (
          <ul className="mb-3 max-h-60 overflow-auto">
            {differences.map(({ what, name, change }) => (
              <li
                key={`${what}${name}${change}`}
                className="flex justify-between gap-3 border-b border-faint py-1"
              >
                <span>
                  {what} {name}
                </span>
                <span className="text-kraft">{CHANGES[change]}</span>
              </li>
            ))}
            {differences.length === 0 && <li>Nothing: both are alike.</li>}
          </ul>
        )}
        <div className="flex flex-col gap-2">
          <Button look="strong" onClick={() => keepMine(current)}>
            Keep mine as the newest
          </Button>
          <Button onClick={() => void takeTheirs(jobId).then(setFault)}>Take theirs</Button>
          <Button onClick={() => void saveAsCopy()}>Take theirs, and mine as a job of its own</Button>
          <Fault>{fault}</Fault>
        </div>
      </Modal>
    </>
  );
}
