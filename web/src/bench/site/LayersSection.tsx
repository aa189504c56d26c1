import type { SiteFace } from '@zarnel/core/figures';
import { LAYER_KINDS, type Layer } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Select } from '../../ui/Select.tsx';
import { layerName } from '../words.ts';

/** What a new one is said to be until somebody says better. */
const FIRST_LAYER: Layer = { is: 'mineral-wool', thicknessMm: 25 };

/** What lies between the two skins of a face, from this side to the other. */
export function LayersSection({ face, reader }: { readonly face: SiteFace; readonly reader: Reader }) {
  const layers = face.layers ?? [];
  if (face.face.shape.kind !== 'outline') {
    return (
      <>
        <ol className="mb-1 list-decimal pl-5">
          {layers.map(({ is, thicknessMm }, index) => (
            <li key={index}>
              <span className="figure">{formatLength(thicknessMm, reader)}</span> {layerName(is)}
            </li>
          ))}
        </ol>
        <p className="text-sm text-kraft">
          {layers.length === 0 ? 'Not said yet. ' : ''}It is said at the other side of this face.
        </p>
      </>
    );
  }
  const set = (changed: readonly Layer[] | null) =>
    tryEdits([{ kind: 'set-face', face: face.id, layers: changed === null ? null : [...changed] }]);
  const put = (at: number, more: Partial<Layer>) =>
    set(layers.map((layer, index) => (index === at ? { ...layer, ...more } : layer)));
  return (
    <>
      <p className="mb-2 text-sm text-kraft">
        From this side to the other, without the skins. Who cuts in knows then what comes.
      </p>
      <ol aria-label="Layers">
        {layers.map(({ is, thicknessMm }, index) => (
          <li key={index} className="mb-2 border-l-2 border-faint pl-2">
            <Select
              label={`Layer ${index + 1}`}
              value={is}
              options={LAYER_KINDS.map((kind) => ({ value: kind, label: layerName(kind) }))}
              onChange={(value) => {
                const kind = LAYER_KINDS.find((each) => each === value);
                if (kind !== undefined) put(index, { is: kind });
              }}
            />
            <LengthField
              label={`Layer ${index + 1}, thick`}
              valueMm={thicknessMm}
              reader={reader}
              onCommit={(mm) => put(index, { thicknessMm: mm })}
            />
            <Button
              look="quiet"
              onClick={() => set(layers.length === 1 ? null : layers.filter((_, each) => each !== index))}
            >
              Take layer {index + 1} out
            </Button>
          </li>
        ))}
      </ol>
      <Button onClick={() => set([...layers, FIRST_LAYER])}>Add a layer</Button>
    </>
  );
}
