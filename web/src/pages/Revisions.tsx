import { useState } from 'react';
import type { Revision } from '@zarnel/contract';
import { PersonField } from '../bench/PersonField.tsx';
import { restoreRevision } from '../state/job-session.ts';
import { useNameRevisionMutation, useRevisionsQuery } from '../state/server-api.ts';
import { Button } from '../ui/Button.tsx';
import { Fault } from '../ui/Fault.tsx';
import { NameField } from '../ui/NameField.tsx';
import { Pager } from '../ui/Pager.tsx';

const KINDS: Record<Revision['kind'], string> = {
  save: '',
  conflict: 'Kept beside, from a save that came second',
  restore: 'Brought back',
};

const PAGE = 50;

/** Every revision of a job: who made it, when, and what in words. Any can be brought back, or given a name. */
export function Revisions({ jobId, onDone }: { readonly jobId: string; readonly onDone: () => void }) {
  const [page, setPage] = useState(0);
  const [naming, setNaming] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const { data, isError } = useRevisionsQuery({ jobId, offset: page * PAGE, limit: PAGE });
  const [nameRevision] = useNameRevisionMutation();
  if (isError) return <p>The server cannot be reached just now.</p>;
  const bringBack = async (number: number) => {
    const refused = await restoreRevision(jobId, number);
    if (refused === null) onDone();
    else setFault(refused);
  };
  const name = async (number: number, text: string) => {
    const answer = await nameRevision({ jobId, number, name: text === '' ? null : text });
    setNaming(null);
    setFault('error' in answer ? 'The server could not be reached: the name was not kept.' : null);
  };
  return (
    <>
      <PersonField label="You, as others read it here" />
      <Fault>{fault}</Fault>
      <ul>
        {data?.revisions.map((revision) => (
          <li key={revision.number} className="border-b border-faint py-1" data-revision={revision.number}>
            <div className="flex items-start justify-between gap-3">
              <div className="min-w-0">
                {revision.name !== null && <p className="font-semibold">{revision.name}</p>}
                <p>
                  <span className="figure font-semibold">{revision.number}.</span> {whatText(revision)}
                </p>
                <p className="text-sm text-kraft">
                  {revision.who !== '' && `${revision.who}, `}
                  {new Date(revision.createdAt).toLocaleString()}
                  {revision.printedAt !== null && ', printed or taken to drill by'}
                </p>
              </div>
              <div className="flex shrink-0 gap-1">
                <Button
                  look="quiet"
                  onClick={() => setNaming(naming === revision.number ? null : revision.number)}
                >
                  Name
                </Button>
                <Button onClick={() => void bringBack(revision.number)}>Bring back</Button>
              </div>
            </div>
            {naming === revision.number && (
              <NameField
                label={`Name of revision ${revision.number}`}
                value={revision.name ?? ''}
                mayBeEmpty
                onCommit={(text) => {
                  void name(revision.number, text);
                  return null;
                }}
              />
            )}
          </li>
        ))}
      </ul>
      <Pager page={page} pageCount={Math.ceil((data?.total ?? 0) / PAGE)} onPage={setPage} />
    </>
  );
}

function whatText({ number, kind, what }: Revision): string {
  const parts = [KINDS[kind], what].filter((part) => part !== '');
  if (parts.length > 0) return parts.join(': ');
  return number === 1 ? 'The job as it began' : 'Saved, nothing changed';
}
