import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { ClearanceLine, Prepared } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import {
  formatAgainst,
  formatLength,
  gearName,
  type Reader,
  sourceText,
  valueText,
} from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { checkedPlan } from '../../state/plan-slice.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { evaluator } from '../../workers/compute.ts';
import { WAY_WORDS } from './way-words.ts';

type Props = { readonly plan: Plan; readonly prepared: Prepared; readonly reader: Reader };

/** Every pair with what is there, what is asked for, the margin and the rule: least margin first. */
export function ClearanceTable({ plan, prepared, reader }: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>All clearances</Button>
      <Modal
        title="All clearances"
        about="Each gap that a rule asks for, least margin first."
        isWide
        isOpen={isOpen}
        onClose={() => setOpen(false)}
      >
        {isOpen && <Rows plan={plan} prepared={prepared} reader={reader} onTaken={() => setOpen(false)} />}
      </Modal>
    </>
  );
}

function Rows({ plan, prepared, reader, onTaken }: Props & { readonly onTaken: () => void }) {
  const dispatch = useAppDispatch();
  const [isTightOnly, setTightOnly] = useState(false);
  const [lines, setLines] = useState<readonly ClearanceLine[] | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const isChecked = useAppSelector((state) => checkedPlan(state.plan) === plan);
  useEffect(() => {
    // Measured on the plan as it is, once its checks have run.
    if (!isChecked) return undefined;
    let isWanted = true;
    evaluator
      .clearances()
      .then((found) => isWanted && setLines(found))
      .catch(() => isWanted && setFault('The clearances could not be worked out here.'));
    return () => {
      isWanted = false;
    };
  }, [plan, isChecked]);
  if (fault !== null) return <Fault>{fault}</Fault>;
  if (lines === null) return <p role="status">Measuring every gap …</p>;
  const shown = lines.filter(({ isMet, isNear }) => !isTightOnly || !isMet || isNear);
  if (lines.length === 0) return <p>No rule asks for a gap between what hangs here yet.</p>;
  const take = (line: ClearanceLine) => {
    dispatch(viewSlice.actions.selected({ kind: 'placement', id: line.item }));
    const face = prepared.hung.get(line.item)?.face.id;
    if (face !== undefined) dispatch(viewSlice.actions.faceTaken(face));
    onTaken();
  };
  return (
    <>
      <Toggle label="Only what is missing or near" isOn={isTightOnly} onChange={setTightOnly} />
      <Table lines={shown} reader={reader} onTaken={take} />
    </>
  );
}

/** What a row takes before it was measured, px. */
const USUAL_ROW_PX = 84;

/** Only the rows in sight are drawn; what is above and below them keeps its room. */
function Table(props: {
  readonly lines: readonly ClearanceLine[];
  readonly reader: Reader;
  readonly onTaken: (line: ClearanceLine) => void;
}) {
  const { lines, reader, onTaken } = props;
  const bodyRef = useRef<HTMLTableSectionElement>(null);
  const virtualizer = useVirtualizer({
    count: lines.length,
    getScrollElement: () => bodyRef.current?.closest('[role=dialog]') ?? null,
    estimateSize: () => USUAL_ROW_PX,
    getItemKey: (index) => lines[index]?.key ?? index,
    overscan: 8,
  });
  const rows = virtualizer.getVirtualItems();
  const abovePx = rows[0]?.start ?? 0;
  const belowPx = virtualizer.getTotalSize() - (rows.at(-1)?.end ?? 0);
  return (
    <table className="w-full text-sm" data-testid="clearances" aria-rowcount={lines.length + 1}>
      <thead className="sticky -top-5 bg-paper">
        <tr className="border-b border-pencil text-left">
          <th className="py-1 pr-2">Between</th>
          <th className="py-1 pr-2 text-right">Measured</th>
          <th className="py-1 pr-2 text-right">Required</th>
          <th className="py-1 pr-2 text-right">Margin</th>
          <th className="py-1">Rule</th>
        </tr>
      </thead>
      <tbody ref={bodyRef}>
        {abovePx > 0 && <tr aria-hidden style={{ height: abovePx }} />}
        {rows.map(({ key, index }) => {
          const line = lines[index];
          return line === undefined ? null : (
            <LineRow
              key={key}
              rowRef={virtualizer.measureElement}
              index={index}
              line={line}
              reader={reader}
              onTaken={onTaken}
            />
          );
        })}
        {belowPx > 0 && <tr aria-hidden style={{ height: belowPx }} />}
      </tbody>
    </table>
  );
}

function LineRow(props: {
  readonly rowRef: (row: HTMLTableRowElement | null) => void;
  readonly index: number;
  readonly line: ClearanceLine;
  readonly reader: Reader;
  readonly onTaken: (line: ClearanceLine) => void;
}) {
  const { rowRef, index, line, reader, onTaken } = props;
  const telling = useTelling(reader);
  const figures = formatAgainst(line.measuredMm, line.requiredMm, reader);
  const look = !line.isMet
    ? 'text-crayon font-semibold'
    : line.isNear
      ? 'text-kraft font-semibold'
      : 'text-solder';
  return (
    <tr ref={rowRef} data-index={index} aria-rowindex={index + 2} className="border-b border-faint align-top">
      <td className="py-1 pr-2">
        <button
          type="button"
          className="min-h-9 text-left underline decoration-faint"
          onClick={() => onTaken(line)}
        >
          {telling.nameOf(gearName(line.item))}, {WAY_WORDS[line.way]}: {valueText(line.otherName, telling)}
        </button>
      </td>
      <td className="figure py-1 pr-2 text-right">{figures.measured}</td>
      <td className="figure py-1 pr-2 text-right text-chalk">{figures.required}</td>
      <td className={`py-1 pr-2 text-right ${look}`}>
        <span className="figure">{formatLength(line.marginMm, reader)}</span>
        <span className="block text-xs">{!line.isMet ? 'missing' : line.isNear ? 'near' : 'to spare'}</span>
      </td>
      <td className="py-1">
        {valueText(line.owner, telling)}
        <span className="block text-xs text-kraft">{sourceText(line.source)}</span>
      </td>
    </tr>
  );
}
