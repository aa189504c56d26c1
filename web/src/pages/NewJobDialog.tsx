import { useState } from 'react';
import { createJobSchema } from '@zarnel/contract';
import { CODE_BASIS_WORDS, optionsOf, SETTING_WORDS } from '../bench/words.ts';
import { useCreateJobMutation } from '../state/server-api.ts';
import { useAppSelector } from '../state/store.ts';
import { Button } from '../ui/Button.tsx';
import { Fault } from '../ui/Fault.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { TextField } from '../ui/TextField.tsx';
import { TemperatureField } from '../ui/TemperatureField.tsx';

type Props = {
  readonly isOpen: boolean;
  readonly onClose: () => void;
  readonly onMade: (id: string) => void;
};

/** A temperate summer; the site step shows it and asks for the real one. */
const FIRST_MEAN_MAX_C = 25;

export function NewJobDialog({ isOpen, onClose, onMade }: Props) {
  const reader = useAppSelector((state) => state.view.reader);
  const [name, setName] = useState('');
  const [meanMaxTempC, setMeanMaxTempC] = useState(FIRST_MEAN_MAX_C);
  const [setting, setSetting] = useState<'building' | 'mobile'>('building');
  const [chosenBasis, setChosenBasis] = useState<string | null>(null);
  const codeBasis = chosenBasis ?? (reader.system === 'inch' ? 'us' : 'iec');
  const [fault, setFault] = useState<string | null>(null);
  const [createJob, { isLoading }] = useCreateJobMutation();
  const make = async () => {
    const parsed = createJobSchema.safeParse({ name, codeBasis, meanMaxTempC, setting });
    if (!parsed.success) {
      setFault(parsed.error.issues.map(({ path, message }) => `${path.join('.')} ${message}`).join('; '));
      return;
    }
    const answer = await createJob(parsed.data);
    if (answer.data !== undefined) onMade(answer.data.id);
    else setFault('The server cannot be reached just now. Nothing was made; try again shortly.');
  };
  return (
    <Modal
      title="New job"
      isOpen={isOpen}
      onClose={onClose}
      about="It starts with one bare wall and sample gear at hand."
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <TextField label="Name" value={name} onChange={setName} />
        <Select
          label="Setting"
          value={setting}
          options={optionsOf(SETTING_WORDS)}
          onChange={(value) => setSetting(value === 'mobile' ? 'mobile' : 'building')}
        />
        <Select
          label="Code basis"
          value={codeBasis}
          options={optionsOf(CODE_BASIS_WORDS)}
          onChange={setChosenBasis}
        />
        <TemperatureField
          label="Mean daily maximum, hottest month"
          valueC={meanMaxTempC}
          reader={reader}
          onCommit={setMeanMaxTempC}
        />
        <Fault className="mb-2">{fault}</Fault>
        <Button type="submit" look="strong" disabled={isLoading}>
          Make the job
        </Button>
      </form>
    </Modal>
  );
}
