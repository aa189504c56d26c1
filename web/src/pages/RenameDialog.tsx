import { useState } from 'react';
import type { JobSummary } from '@zarnel/contract';
import { usePatchJobMutation } from '../state/server-api.ts';
import { Button } from '../ui/Button.tsx';
import { Fault } from '../ui/Fault.tsx';
import { Modal } from '../ui/Modal.tsx';
import { TextField } from '../ui/TextField.tsx';

export function RenameDialog({ job, onClose }: { readonly job: JobSummary; readonly onClose: () => void }) {
  const [name, setName] = useState(job.name);
  const [fault, setFault] = useState<string | null>(null);
  const [patchJob] = usePatchJobMutation();
  const rename = async () => {
    const answer = await patchJob({ id: job.id, name });
    if (answer.error === undefined) onClose();
    else
      setFault(
        name.trim() === ''
          ? 'A job needs a name.'
          : 'The server refused or cannot be reached. The name is as before.',
      );
  };
  return (
    <Modal title={`Rename ${job.name}`} isOpen onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void rename();
        }}
      >
        <TextField label="Name" value={name} onChange={setName} />
        <Fault className="mb-2">{fault}</Fault>
        <Button type="submit" look="strong">
          Rename
        </Button>
      </form>
    </Modal>
  );
}
