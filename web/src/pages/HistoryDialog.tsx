import { Modal } from '../ui/Modal.tsx';
import { Revisions } from './Revisions.tsx';

/** The revisions of the job on the screen. */
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
      about="Bringing one back adds a revision; nothing is taken away. Of old ones that nobody named or printed, the last of each hour, then of each day, is kept."
    >
      <Revisions jobId={jobId} onDone={onClose} />
    </Modal>
  );
}
