import { useEffect, useState } from 'react';
import { boxOfPoints, sizeOfBox } from '@zarnel/core/figures';
import type { CellFault, DrawnOutlines } from '@zarnel/core/files';
import { takeOutline } from '@zarnel/core/plan';
import { formatLength, tellingOf, toldText, unitInMm, type Reader } from '@zarnel/core/words';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { bareUnit } from '../../ui/length-text.ts';
import { Fault } from '../../ui/Fault.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { browserFileReading } from '../../workers/files.ts';

type Props = {
  readonly isOpen: boolean;
  readonly reader: Reader;
  readonly onClose: () => void;
  /** Takes the outline. Returns why it cannot be, or null. */
  readonly onTaken: (pointsMm: [number, number][]) => string | null;
};

type Offer = Pick<DrawnOutlines, 'outlines' | 'leftOut' | 'unit'> & {
  readonly file: string;
  readonly faults: readonly CellFault[];
};
type Unit = NonNullable<DrawnOutlines['unit']>;

const MOST_BYTES = 10_000_000;
const UNITS: readonly { readonly value: Unit; readonly label: string }[] = [
  { value: 'mm', label: 'mm' },
  { value: 'cm', label: 'cm' },
  { value: 'm', label: 'm' },
  { value: 'in', label: 'Inches' },
  { value: 'ft', label: 'Feet' },
];

/** Reads outlines from a DXF or a CSV of corners, and lets the person pick one and its unit. */
export function OutlineFileDialog({ isOpen, reader, onClose, onTaken }: Props) {
  const [offer, setOffer] = useState<Offer | null>(null);
  const [unit, setUnit] = useState<Unit>('mm');
  const [refused, setRefused] = useState<string | null>(null);
  const [isReading, setReading] = useState(false);
  const [reading] = useState(browserFileReading);
  useEffect(() => () => reading.stop(), [reading]);
  const bare = bareUnit(reader);

  const read = async (text: string, file: string) => {
    if (/\.dxf$/iu.test(file)) {
      const drawing = await reading.ask(async (files) => files.dxfOutlines(text));
      if (drawing === null) return;
      if (!drawing.ok) {
        setRefused(`${file}: ${drawing.fault} Nothing was changed.`);
        return;
      }
      setUnit(drawing.value.unit ?? bare);
      setOffer({ ...drawing.value, file, faults: [] });
      return;
    }
    const corners = await reading.ask(async (files) => files.csvOutline(text, bare));
    if (corners === null) return;
    const { points, faults } = corners;
    // Lengths in a CSV carry their own units.
    setUnit('mm');
    setOffer({
      file,
      faults,
      outlines: points.length === 0 ? [] : [{ layer: 'Corners', points }],
      leftOut: [],
      unit: 'mm',
    });
  };
  const take = (text: string, file: string) => {
    setOffer(null);
    setRefused(null);
    setReading(true);
    read(text, file)
      .catch(() => setRefused(`${file} could not be read here. Nothing was changed.`))
      .finally(() => setReading(false));
  };

  return (
    <Modal
      title="Read an outline from a file"
      about="A DXF with a closed polyline, or a CSV with a corner in each row: x, y."
      isOpen={isOpen}
      onClose={() => {
        reading.stop();
        onClose();
      }}
    >
      <FileButton
        accept=".dxf,.csv,.txt"
        label="Outline file"
        mostBytes={MOST_BYTES}
        onText={take}
        onRefused={setRefused}
      >
        Pick a DXF or CSV
      </FileButton>
      {isReading && <p className="mt-3">Reading …</p>}
      <Fault className="mt-3">{refused}</Fault>
      {offer !== null && (
        <div className="mt-3">
          <p className="font-semibold">{offer.file}</p>
          {offer.unit === null && <p className="text-kraft">The drawing does not say its unit: choose it.</p>}
          <Select
            label="Drawn in"
            value={unit}
            options={UNITS}
            onChange={(value) => setUnit(value as Unit)}
          />
          {offer.faults.length > 0 && (
            <div role="alert" className="mb-2 text-crayon">
              <p>
                <span className="figure">{offer.faults.length}</span>{' '}
                {offer.faults.length === 1 ? 'cell was' : 'cells were'} not understood. An outline that lacks
                a corner is another shape: put this right in the file, and pick it again.
              </p>
              <ul>
                {offer.faults.slice(0, 50).map(({ row, column, message }) => (
                  <li key={`${row}${column}`}>
                    Row {row}, column {column}: {message}
                  </li>
                ))}
              </ul>
            </div>
          )}
          {offer.leftOut.length > 0 && (
            <p className="mb-2 text-sm text-kraft">
              Left out, as they are no outline:{' '}
              {offer.leftOut.map(({ kind, count }) => `${count} ${kind}`).join(', ')}.
            </p>
          )}
          <ul>
            {offer.outlines.slice(0, 40).map(({ layer, points }, index) => {
              const taken = takeOutline(points, unitInMm(unit));
              const size = taken.ok ? sizeOfBox(boxOfPoints(taken.value)) : null;
              return (
                <li key={index} className="flex items-center gap-3 border-b border-faint py-1">
                  <span className="flex-1">
                    {layer}, {points.length} corners
                    {size !== null && (
                      <span className="figure ml-2">
                        {formatLength(size.widthMm, reader)} × {formatLength(size.heightMm, reader)}
                      </span>
                    )}
                    {!taken.ok && (
                      <span className="ml-2 text-crayon">{toldText(taken.fault, tellingOf(reader))}</span>
                    )}
                  </span>
                  <Button
                    disabled={!taken.ok}
                    onClick={() => {
                      if (!taken.ok) return;
                      const fault = onTaken(taken.value);
                      setRefused(fault);
                      if (fault === null) onClose();
                    }}
                  >
                    Take it
                  </Button>
                </li>
              );
            })}
          </ul>
          {offer.outlines.length === 0 && offer.faults.length === 0 && <p>There are no corners to take.</p>}
        </div>
      )}
    </Modal>
  );
}
