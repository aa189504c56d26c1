import { edgeName, type SiteFace } from '@zarnel/core/figures';
import type { Setback } from '@zarnel/core/plan';
import { toldText, type Reader, roundFor } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { Select } from '../../ui/Select.tsx';

type Props = { readonly face: SiteFace; readonly reader: Reader };

const FIRST_SETBACK = { edge: 0, why: 'Edge' };
const FIRST_DISTANCE_MM = 300;

/** How far modules stay from each edge, and why. */
export function SetbackSection({ face, reader }: Props) {
  const { setbacks } = face;
  const set = (next: readonly Setback[]) =>
    tryEdits([{ kind: 'set-setbacks', face: face.id, setbacks: [...next] }]);
  const put = (index: number, changed: Partial<Setback>) =>
    set(setbacks.map((each, at) => (at === index ? { ...each, ...changed } : each)));
  const telling = useTelling(reader);
  const edges = face.outline.map((_, edge) => ({
    value: String(edge),
    label: toldText(edgeName(face.outline, edge), telling),
  }));
  return (
    <>
      {setbacks.map((setback, index) => (
        <fieldset key={index} className="mb-2 border border-faint p-2">
          <legend className="px-1 text-sm">Setback {index + 1}</legend>
          <Select
            label="From"
            value={String(setback.edge)}
            options={edges}
            onChange={(edge) => put(index, { edge: Number(edge) })}
          />
          <LengthField
            label="Distance"
            valueMm={setback.distanceMm}
            reader={reader}
            onCommit={(distanceMm) => put(index, { distanceMm })}
          />
          <NameField label="Why" value={setback.why} onCommit={(why) => put(index, { why })} />
          <Button look="quiet" onClick={() => set(setbacks.filter((_, at) => at !== index))}>
            Take it out
          </Button>
        </fieldset>
      ))}
      <Button
        onClick={() =>
          set([...setbacks, { ...FIRST_SETBACK, distanceMm: roundFor(reader, FIRST_DISTANCE_MM) }])
        }
      >
        Add a setback
      </Button>
    </>
  );
}
