import {
  boardCableHoles,
  boardFigures,
  boardTies,
  railsOf,
  stockOf,
  type Hung,
  type Prepared,
  type Routes,
} from '@zarnel/core/figures';
import { formatLength, formatQuantity, gearName, type Reader, runName } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { tryEdits } from '../../state/job-session.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Section } from '../../ui/Section.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { FIRE_CLASS_WORDS } from '../words.ts';
import { useState } from 'react';

type Props = { readonly item: Hung; readonly prepared: Prepared; readonly reader: Reader };

/** With the routes the worker found, while there are any. */
type BoardProps = Props & { readonly routes: Routes | null };

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
export function BoardSection({ item, prepared, routes, reader }: BoardProps) {
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
        <CutFrom item={item} prepared={prepared} reader={reader} />
        <Rails item={item} prepared={prepared} reader={reader} />
        <Cables item={item} prepared={prepared} routes={routes} reader={reader} />
      </Section>
    </div>
  );
}

/** The sheet a board is cut from, with the others of its material. */
function CutFrom({ item, prepared, reader }: Props) {
  const stock = stockOf(prepared, item);
  if (item.type.board === null || item.type.board.holding === 'slide-in-nut') return null;
  if (stock === null) return <p className="mt-2 text-crayon">Larger than the sheets commonly sold: ask.</p>;
  const { sheets, boardCount } = stock;
  const [offcut] = sheets.flatMap(({ offcuts }) => offcuts);
  return (
    <div className="mt-2">
      <h4 className="font-semibold">Cut from stock</h4>
      <p>
        <span className="figure">{sheets.length}</span> × <span className="figure">{stock.stock}</span>
        {boardCount > 1 && (
          <>
            , for the <span className="figure">{boardCount}</span> boards of it
          </>
        )}
      </p>
      {offcut !== undefined && (
        <p className="text-sm text-kraft">
          leaves <span className="figure">{formatLength(offcut.widthMm, reader)}</span> ×{' '}
          <span className="figure">{formatLength(offcut.heightMm, reader)}</span> in one piece
        </p>
      )}
    </div>
  );
}

/** The slide-in nuts of each rail, from its left end, and how it bends. */
function Rails({ item, prepared, reader }: Props) {
  const rails = railsOf(prepared, item);
  if (rails.length === 0) return null;
  return (
    <div className="mt-2">
      <h4 className="font-semibold">Rails</h4>
      <ul>
        {rails.map(({ index, section, upMm, lengthMm, nuts, bending }) => (
          <li key={index} className="border-b border-faint py-1">
            <p>
              {section.name}, <span className="figure">{formatLength(lengthMm, reader)}</span> long,{' '}
              <span className="figure">{formatLength(upMm, reader)}</span> up
            </p>
            <p className="text-sm">
              {nuts.length === 0
                ? 'No nuts in it yet'
                : `Nuts from its left end: ${nuts.map(({ alongMm }) => formatLength(alongMm, reader)).join(', ')}`}
            </p>
            {bending !== null && <WorkingButton working={bending.working} reader={reader} />}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Through holes to its back, or tied on its face along the routes, once these are worked out. */
function Cables({ item, prepared, routes, reader }: BoardProps) {
  const telling = useTelling(reader);
  if (item.type.board === null) return null;
  const holes = boardCableHoles(prepared, item);
  const ties = routes === null ? null : boardTies(prepared, item, routes);
  return (
    <div className="mt-2">
      <h4 className="font-semibold">Cables</h4>
      {item.type.board.cables === 'behind' && holes.length === 0 && <p>No run ends at its gear yet.</p>}
      <ul>
        {holes.map(({ run, gear, rightMm, upMm, hole }) => (
          <li key={run + gear}>
            {telling.nameOf(runName(run))} at {telling.nameOf(gearName(gear))}: hole{' '}
            <span className="figure">{formatLength(hole.diameterMm, reader)}</span>,{' '}
            <span className="figure">{formatLength(rightMm, reader)}</span> right and{' '}
            <span className="figure">{formatLength(upMm, reader)}</span> up
          </li>
        ))}
      </ul>
      {ties !== null && (
        <p>
          <span className="figure">{ties.baseCount}</span> tie bases for{' '}
          <span className="figure">{formatLength(ties.lengthMm, reader)}</span> of cable over it
          {ties.unroutedCount > 0 && (
            <span className="text-crayon">; runs with no way yet are not counted</span>
          )}
        </p>
      )}
    </div>
  );
}
