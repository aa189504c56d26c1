import { useState } from 'react';
import type { WiringProposal } from '@zarnel/core/figures';
import { countText, toldText, type Reader } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { evaluator } from '../../workers/compute.ts';
import { useTelling } from '../use-telling.ts';

/** Proposes every circuit that the job lacks; taken, they are one step to undo. */
export function WireJob({ reader }: { readonly reader: Reader }) {
  const telling = useTelling(reader);
  const [proposal, setProposal] = useState<WiringProposal | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const propose = async () => {
    setFault(null);
    try {
      const found = await evaluator.wiring();
      if (found === null || found.circuits.length === 0) {
        setFault('Every piece that wants a circuit has one.');
      } else setProposal(found);
    } catch (error) {
      console.error(error);
      setFault('No proposal could be made here. Try again.');
    }
  };
  return (
    <>
      <Button onClick={() => void propose()}>Wire this job for me</Button>
      <Fault className="mt-1">{fault}</Fault>
      <Modal
        title={`${countText(proposal?.circuits.length ?? 0, 'circuit', 'circuits')} proposed`}
        about="What was taken for granted stands beside each. Check it, change what is otherwise, and have a licensed person look at it."
        isOpen={proposal !== null}
        onClose={() => setProposal(null)}
      >
        <ul className="mb-3">
          {(proposal?.circuits ?? []).map(({ id, name, assumed }) => (
            <li key={id} className="border-b border-faint py-2">
              <span className="font-semibold">{name}</span>
              {assumed.map((each, index) => (
                <span key={index} className="block text-sm text-kraft">
                  {toldText(each, telling)}
                </span>
              ))}
            </li>
          ))}
        </ul>
        <Button
          look="strong"
          onClick={() => {
            setFault(tryEdits(proposal?.edits ?? []));
            setProposal(null);
          }}
        >
          Add them
        </Button>
      </Modal>
    </>
  );
}
