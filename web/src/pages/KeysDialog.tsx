import { Modal } from '../ui/Modal.tsx';

const KEYS = [
  ['1 2 3 5 6', 'Go to a step'],
  ['Arrows', 'Nudge what is selected by one mark'],
  ['Shift and arrows', 'Nudge by 1″ or 10 mm'],
  ['Shift and press', 'Select gear together with what is selected, or let go of it'],
  ['Alt while dragging', 'Neither stick nor round'],
  ['Escape', 'Stop a drag as if it never was; let go of the selection'],
  ['0', 'See the whole sheet'],
  ['F', 'Fit the face in hand'],
  ['Ctrl-Z, Ctrl-Shift-Z', 'Undo, redo'],
  ['?', 'This list'],
] as const;

export function KeysDialog({ isOpen, onClose }: { readonly isOpen: boolean; readonly onClose: () => void }) {
  return (
    <Modal title="Keys" isOpen={isOpen} onClose={onClose}>
      <table className="w-full">
        <tbody>
          {KEYS.map(([keys, does]) => (
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
