import {
  boardFigures,
  formatLength,
  formatQuantity,
  type Hung,
  type Prepared,
  type Reader,
} from '@zarnel/core';
import { tryEdits } from '../../state/job-session.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Section } from '../../ui/Section.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { FIRE_CLASS_WORDS } from '../words.ts';
import { useState } from 'react';

type Props = { readonly item: Hung; readonly prepared: Prepared; readonly reader: Reader };

const ON_FACE = '';

/** What a piece is fixed to: its face, or a board on it. */
export function MountedOn({ item, prepared }: Omit<Props, 'reader'>) {
  const [fault, setFault] = useState<string | null>(null);
  const boards = (prepared.onFace.get(item.face.id) ?? []).filter(
    ({ type, id }) => type.kind === 'board' && id !== item.id,
  );
  if (item.type.kind === 'board' || boards.length === 0) return null;
  return (
    <div className="mt-2">
      <Choice
        label="Fixed to"
        value={item.placement.on ?? ON_FACE}
        options={[
          { value: ON_FACE, label: item.face.name },
          ...boards.map(({ id, placement }) => ({ value: id, label: placement.name })),
        ]}
        onChange={(board) =>
          setFault(
            tryEdits([{ kind: 'mount-on', placement: item.id, board: board === ON_FACE ? null : board }]),
          )
        }
      />
      <Fault className="text-sm">{fault}</Fault>
    </div>
  );
}

/** A board’s own figures: what hangs on it, its fire class, its trim, its rails. */
export function BoardSection({ item, prepared, reader }: Props) {
  const { board } = item.type;
  const figures = boardFigures(prepared, item);
  const rows = [
    ['With all on it', formatQuantity({ value: figures.massKg, unit: 'kg' }, reader)],
    ...(figures.trimMm === null ? [] : [['Edge trim, once round', formatLength(figures.trimMm, reader)]]),
    ...(board === null || board.railsUpMm.length === 0
      ? []
      : [
          ['Rails behind it', String(board.railsUpMm.length)],
          ['Slide-in nuts for what is on it', String(figures.nutCount)],
        ]),
  ];
  return (
    <div className="mt-3">
      <Section title="Board" startsOpen>
        {board !== null && (
          <p className="mb-1">
            {board.material}. {FIRE_CLASS_WORDS[board.fireClass]}. Cables{' '}
            {board.cables === 'behind' ? 'run behind it, through holes' : 'run on its face, on tie bases'}.
          </p>
        )}
        <table className="w-full">
          <tbody>
            {rows.map(([label, value]) => (
              <tr key={label} className="border-b border-faint">
                <th scope="row" className="py-1 text-left font-normal">
                  {label}
                </th>
                <td className="figure py-1 text-right">{value}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {figures.trimWorking !== null && <WorkingButton working={figures.trimWorking} reader={reader} />}
      </Section>
    </div>
  );
}
