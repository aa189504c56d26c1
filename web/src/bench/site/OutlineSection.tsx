import { useState } from 'react';
import { resizeEdit, sizeOfBox, type SiteFace } from '@zarnel/core/figures';
import { writeDxfOutline } from '@zarnel/core/files';
import type { PlanEdit } from '@zarnel/core/plan';
import { fileStem, formatLength, type Reader } from '@zarnel/core/words';
import { tryEdits, tryResult } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { downloadText } from '../../ui/download.ts';
import { Fault } from '../../ui/Fault.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { OutlineFileDialog } from './OutlineFileDialog.tsx';

type Props = { readonly face: SiteFace; readonly reader: Reader };

/** A face’s outline by its size, by its corners, or from a file. */
export function OutlineSection({ face, reader }: Props) {
  const [isReading, setReading] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const attempt = (edit: PlanEdit) => setRefused(tryEdits([edit]));
  const { widthMm, heightMm } = sizeOfBox(face.bounds);
  return (
    <>
      <LengthField
        label="Width"
        valueMm={widthMm}
        reader={reader}
        onCommit={(mm) => tryResult(resizeEdit(face, 'width', mm))}
      />
      <LengthField
        label="Height"
        valueMm={heightMm}
        reader={reader}
        onCommit={(mm) => tryResult(resizeEdit(face, 'height', mm))}
      />
      <p className="mt-2 text-sm text-kraft">Corners from the datum; drag them on the sheet.</p>
      <ol>
        {face.outline.map(([x, y], corner) => (
          <li key={corner} className="border-b border-faint py-1">
            <div className="flex items-center gap-1">
              <span className="figure w-5 text-kraft">{corner + 1}</span>
              <span className="figure flex-1">
                {formatLength(x, reader)}, {formatLength(y, reader)}
              </span>
              <Button
                look="quiet"
                className="text-sm"
                onClick={() => attempt({ kind: 'insert-corner', face: face.id, edge: corner })}
              >
                Add after
              </Button>
              <Button
                look="quiet"
                className="text-sm"
                aria-label={`Take out corner ${corner + 1}`}
                onClick={() => attempt({ kind: 'remove-corner', face: face.id, corner })}
              >
                ×
              </Button>
            </div>
            <details>
              <summary className="cursor-pointer text-sm text-kraft">Type it</summary>
              <LengthField
                label={`Corner ${corner + 1}, right of datum`}
                valueMm={x}
                reader={reader}
                onCommit={(xMm) => tryEdits([{ kind: 'move-corner', face: face.id, corner, xMm, yMm: y }])}
              />
              <LengthField
                label={`Corner ${corner + 1}, up from datum`}
                valueMm={y}
                reader={reader}
                onCommit={(yMm) => tryEdits([{ kind: 'move-corner', face: face.id, corner, xMm: x, yMm }])}
              />
            </details>
          </li>
        ))}
      </ol>
      <Fault className="mt-1 text-sm">{refused}</Fault>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => setReading(true)}>Read from a file</Button>
        <Button
          look="quiet"
          onClick={() =>
            downloadText(
              `${fileStem(face.name)}.dxf`,
              'image/vnd.dxf',
              writeDxfOutline(face.outline, face.name),
            )
          }
        >
          Save as DXF
        </Button>
      </div>
      <OutlineFileDialog
        isOpen={isReading}
        reader={reader}
        onClose={() => setReading(false)}
        onTaken={(pointsMm) => tryEdits([{ kind: 'set-outline', face: face.id, pointsMm }])}
      />
    </>
  );
}
