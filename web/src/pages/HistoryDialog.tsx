import { useState } from 'react';
import type { Revision } from '@zarnel/core';
import { restoreRevision } from '../state/job-session.ts';
import { useRevisionsQuery } from '../state/server-api.ts';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';

const KINDS: Record<Revision['kind'], string> = {
  save: 'saved',
  conflict: 'kept beside, from a save that came second',
  restore: 'brought back',
};

/** Every revision of the job; any can be brought back, as a new one. */
export function HistoryDialog({
  jobId,
  isOpen,
  onClose,
}: {
  readonly jobId: string;
  readonly isOpen: boolean;
  readonly onClose: () => void;
}) {
  return (
    <Modal
      title="Revisions"
      isOpen={isOpen}
      onClose={onClose}
      about="Bringing one back adds a revision; nothing is taken away."
    >
      <Revisions jobId={jobId} onClose={onClose} />
    </Modal>
  );
}

function Revisions({ jobId, onClose }: { readonly jobId: string; readonly onClose: () => void }) {
  const { data, isError } = useRevisionsQuery(jobId);
  const [fault, setFault] = useState<string | null>(null);
  if (isError) return <p>The server cannot be reached just now.</p>;
  const bringBack = async (number: number) => {
    const refused = await restoreRevision(jobId, number);
    if (refused === null) onClose();
    else setFault(refused);
  };
  return (
    <>
      {fault !== null && <p className="mb-2 text-crayon">{fault}</p>}
      <ul>
        {data?.revisions.map(({ number, kind, createdAt }) => (
          <li key={number} className="flex items-center justify-between gap-3 border-b border-faint py-1">
            <span>
              <span className="figure">{number}</span>, {KINDS[kind]}, {new Date(createdAt).toLocaleString()}
            </span>
            <Button onClick={() => void bringBack(number)}>Bring back</Button>
          </li>
        ))}
      </ul>
    </>
  );
}
