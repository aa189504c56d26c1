import { useState } from 'react';
import { faceOf, freshId, rectangleOutline, type Plan } from '@zarnel/core/plan';
import { parseLength, type Reader } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { bareUnit } from '../../ui/length-text.ts';
import { Fault } from '../../ui/Fault.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { FACE_KIND_WORDS, optionsOf } from '../words.ts';
import { OutlineFileDialog } from './OutlineFileDialog.tsx';

type Props = {
  readonly plan: Plan;
  readonly reader: Reader;
  readonly isOpen: boolean;
  readonly onClose: () => void;
};

/** A new face by its typed size, or by an outline from a file. */
export function AddFaceDialog({ plan, reader, isOpen, onClose }: Props) {
  const dispatch = useAppDispatch();
  const [name, setName] = useState('');
  const [kind, setKind] = useState<Plan['faces'][number]['kind']>('wall');
  const [width, setWidth] = useState('');
  const [height, setHeight] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [isReading, setReading] = useState(false);
  const bare = bareUnit(reader);

  const add = (pointsMm: [number, number][]): string | null => {
    const root = plan.faces.find(({ id }) => id === plan.rootFace);
    const id = freshId(plan, kind);
    const refused = tryEdits([
      {
        kind: 'add-face',
        face: faceOf({
          id,
          name: name.trim() === '' ? FACE_KIND_WORDS[kind] : name.trim(),
          kind,
          side: kind === 'roof' ? 'outside' : 'inside',
          material: root?.material ?? '',
          points: pointsMm,
          thicknessMm: plan.materials.find((each) => each.id === root?.material)?.thicknessMm ?? 12,
        }),
      },
    ]);
    setFault(refused);
    if (refused !== null) return refused;
    dispatch(viewSlice.actions.selected({ kind: 'face', id }));
    dispatch(viewSlice.actions.faceTaken(id));
    setName('');
    setWidth('');
    setHeight('');
    onClose();
    return null;
  };

  const addTyped = () => {
    const sizes = [width, height].map((text) => parseLength(text, bare));
    const [w, h] = sizes;
    const bad = sizes.find((size) => !size.ok);
    if (bad?.ok === false) {
      setFault(`${w?.ok === false ? 'Width' : 'Height'}: ${bad.fault.message}`);
      return;
    }
    if (w?.ok === true && h?.ok === true) add(rectangleOutline(w.value.mm, h.value.mm));
  };

  return (
    <Modal
      title="Add a face"
      about="A flat piece of the site, as you see it standing before it."
      isOpen={isOpen}
      onClose={onClose}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          addTyped();
        }}
      >
        <TextField label="Name" value={name} onChange={setName} />
        <Select
          label="Kind"
          value={kind}
          options={optionsOf(FACE_KIND_WORDS)}
          onChange={(value) => setKind(value as typeof kind)}
        />
        <TextField label="Width" value={width} onChange={setWidth} />
        <TextField label="Height, or length up the face" value={height} onChange={setHeight} />
        <Fault className="mb-2">{fault}</Fault>
        <div className="flex gap-2">
          <Button type="submit" look="strong">
            Add the face
          </Button>
          <Button onClick={() => setReading(true)}>From a file instead</Button>
        </div>
      </form>
      <OutlineFileDialog isOpen={isReading} reader={reader} onClose={() => setReading(false)} onTaken={add} />
    </Modal>
  );
}
