import type { PlanFault } from '@zarnel/core/plan';
import { Modal } from '../ui/Modal.tsx';

type Props = {
  readonly file: string;
  readonly faults: readonly PlanFault[];
  readonly onClose: () => void;
};

/** Why a job file was not taken, fault by fault. */
export function RefusedFile({ file, faults, onClose }: Props) {
  return (
    <Modal
      title={`${file} was not imported`}
      about="Nothing was changed. This is what is wrong:"
      isOpen
      onClose={onClose}
    >
      <ul>
        {faults.map(({ path, message }) => (
          <li key={path + message} className="border-b border-faint py-1">
            {path !== '' && <code className="figure mr-2 text-crayon">{path}</code>}
            {message}
          </li>
        ))}
      </ul>
    </Modal>
  );
}
