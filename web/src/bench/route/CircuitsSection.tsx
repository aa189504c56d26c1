import { useState } from 'react';
import {
  conductorWords,
  drumLines,
  labelCount,
  sizeWords,
  wireLabels,
  type CircuitLine,
} from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import {
  CARRIES_WORDS,
  countText,
  fileStem,
  formatLength,
  lengthToBuy,
  formatQuantity,
  type Reader,
} from '@zarnel/core/words';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { downloadBytes, downloadText } from '../../ui/download.ts';
import { Fault } from '../../ui/Fault.tsx';
import { Section } from '../../ui/Section.tsx';
import { browserFileWriting } from '../../workers/files.ts';
import { AddCircuit } from './AddCircuit.tsx';
import { WireJob } from './WireJob.tsx';

const writing = browserFileWriting();

type Props = {
  readonly plan: Plan;
  /** Of the plan as it is now; null while they are worked out. */
  readonly lines: readonly CircuitLine[] | null;
  readonly reader: Reader;
};

/** Every circuit with its size, its device and its length; what to buy and to label; and what adds one. */
export function CircuitsSection({ plan, lines, reader }: Props) {
  return (
    <section aria-label="Circuits" className="mb-4">
      <h2 className="mb-1 text-lg font-semibold">Circuits</h2>
      {plan.circuits.length === 0 ? (
        <p className="mb-2">No circuit yet: say what goes from where to where, and it is sized.</p>
      ) : (
        <Schedule plan={plan} lines={lines} reader={reader} />
      )}
      <WireJob reader={reader} />
      <AddCircuit plan={plan} />
      {lines !== null && lines.length > 0 && <ToBuy plan={plan} lines={lines} reader={reader} />}
    </section>
  );
}

function Schedule({ plan, lines, reader }: Props) {
  const dispatch = useAppDispatch();
  const byId = new Map((lines ?? []).map((line) => [line.circuit, line]));
  return (
    <ul className="mb-2">
      {plan.circuits.map(({ id, name, carries }) => {
        const line = byId.get(id);
        return (
          <li key={id} className="border-b border-faint">
            <button
              type="button"
              className="w-full px-1 py-1.5 text-left hover:bg-tape/40"
              onClick={() => dispatch(viewSlice.actions.selected({ kind: 'circuit', id }))}
            >
              <span className="flex items-baseline justify-between gap-2">
                <span className="font-semibold">{name}</span>
                <span className="figure shrink-0 text-chalk">
                  {line?.size == null ? '–' : sizeWords(line.size)}
                </span>
              </span>
              <span className="flex justify-between gap-2 text-sm text-kraft">
                <span>
                  {CARRIES_WORDS[carries]}
                  {line?.designA != null && (
                    <>
                      ,{' '}
                      <span className="figure">
                        {formatQuantity({ value: line.designA, unit: 'A' }, reader)}
                      </span>
                    </>
                  )}
                  {line?.deviceA != null && (
                    <>
                      , device <span className="figure">{line.deviceA} A</span>
                    </>
                  )}
                </span>
                <span className="figure shrink-0">
                  {line?.lengthMm == null ? 'no way yet' : formatLength(line.lengthMm, reader)}
                </span>
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** What the circuits come to: conductors by sort, labels; each as a table to take along. */
function ToBuy({ plan, lines, reader }: Props & { readonly lines: readonly CircuitLine[] }) {
  const [fault, setFault] = useState<string | null>(null);
  const drums = drumLines(plan.circuits, lines);
  const labels = wireLabels(plan, lines);
  const take = async (what: 'circuits' | 'conductors' | 'ends' | 'labels' | 'workbook' | 'sheets') => {
    setFault(null);
    const stem = fileStem(plan.name);
    try {
      if (what === 'workbook' || what === 'sheets') {
        const bytes = await writing.ask((exports) =>
          what === 'workbook' ? exports.tablesXlsx(lines, reader, plan) : exports.labelsPdf(lines, plan),
        );
        if (bytes === null) return;
        if (what === 'workbook') downloadBytes(`${stem}-circuits.xlsx`, XLSX, bytes);
        else downloadBytes(`${stem}-labels.pdf`, 'application/pdf', bytes);
        return;
      }
      const csv = await writing.ask((exports) =>
        what === 'circuits'
          ? exports.circuitsCsv(lines, reader, plan)
          : what === 'conductors'
            ? exports.drumsCsv(lines, reader, plan)
            : what === 'ends'
              ? exports.endsCsv(lines, reader, plan)
              : exports.labelsCsv(lines, plan),
      );
      if (csv !== null) downloadText(`${stem}-${what}.csv`, 'text/csv', csv);
    } catch (error) {
      console.error(error);
      setFault('The table could not be written here; nothing was saved. Try again.');
    }
  };
  return (
    <Section title="Conductors to buy" summary={countText(drums.length, 'sort', 'sorts')}>
      <table className="mb-2 w-full">
        <tbody>
          {drums.map((drum) => (
            <tr key={conductorWords(drum)} className="border-b border-faint">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {conductorWords(drum)}
              </th>
              <td className="figure py-1 text-right text-chalk">{lengthToBuy(drum.lengthMm, reader)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mb-2 text-sm text-kraft">
        Slack at both ends is in these lengths; circuits without a way or a size are not.{' '}
        <span className="figure">{countText(labelCount(labels), 'label', 'labels')}</span> for their ends and
        along array wiring.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => void take('circuits')}>Schedule as CSV</Button>
        <Button onClick={() => void take('conductors')}>Conductors as CSV</Button>
        <Button onClick={() => void take('ends')}>Ends as CSV</Button>
        <Button onClick={() => void take('labels')}>Labels as CSV</Button>
        <Button onClick={() => void take('workbook')}>All as XLSX</Button>
        <Button onClick={() => void take('sheets')}>Labels to print</Button>
      </div>
      <Fault>{fault}</Fault>
    </Section>
  );
}
