import { placeWords } from '@zarnel/core/plan';
import { tellingOf, type Told, toldText } from '@zarnel/core/words';
import { useAppSelector } from '../state/store.ts';
import { Modal } from '../ui/Modal.tsx';

type Props = {
  readonly file: string;
  readonly faults: readonly { readonly path: string; readonly message: Told | string }[];
  readonly onClose: () => void;
};

/** Why a job file was not taken, fault by fault. */
export function RefusedFile({ file, faults, onClose }: Props) {
  const reader = useAppSelector((state) => state.view.reader);
  // No plan was opened: what things are called stands in the faults themselves.
  const telling = tellingOf(reader);
  return (
    <Modal
      title={`${file} was not imported`}
      about="Nothing was changed. This is what is wrong:"
      isOpen
      onClose={onClose}
    >
      <ul>
        {faults.map(({ path, message }, index) => (
          <li key={index} className="border-b border-faint py-1">
            {path !== '' && <span className="mr-2 font-semibold">{placeWords(path)}</span>}
            {toldText(message, telling)}
            {path !== '' && <code className="figure ml-2 text-kraft">{path}</code>}
          </li>
        ))}
      </ul>
    </Modal>
  );
}
