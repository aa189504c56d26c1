import { Modal } from '../ui/Modal.tsx';
import { GESTURES, type JobAction } from './job-actions.ts';

type Props = {
  readonly actions: readonly JobAction[];
  readonly isOpen: boolean;
  readonly onClose: () => void;
};

/** The actions that have a key, and what keys and presses do on the sheet. */
export function KeysDialog({ actions, isOpen, onClose }: Props) {
  const rows: (readonly [string, string])[] = [
    ...actions.flatMap(({ keys, name }) => (keys === null ? [] : [[keys, name] as const])),
    ...GESTURES,
  ];
  return (
    <Modal title="Keys" isOpen={isOpen} onClose={onClose}>
      <table className="w-full">
        <thead className="sr-only">
          <tr>
            <th scope="col">Key</th>
            <th scope="col">What it does</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([keys, does]) => (
            <tr key={keys} className="border-b border-faint">
              <th scope="row" className="figure py-1 pr-4 text-left">
                {keys}
              </th>
              <td className="py-1">{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  );
}
