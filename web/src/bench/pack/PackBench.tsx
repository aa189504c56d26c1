import { useState } from 'react';
import { countHoles, type DrillSheet } from '@zarnel/core/figures';
import { countText, fileStem, type Reader, valueText } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { printed, savedRevision } from '../../state/job-session.ts';
import { useAppSelector } from '../../state/store.ts';
import { printPage } from '../../browser/facilities.ts';
import { Button } from '../../ui/Button.tsx';
import { downloadText } from '../../ui/download.ts';
import { Fault } from '../../ui/Fault.tsx';
import { browserFileWriting } from '../../workers/files.ts';

const writing = browserFileWriting();

type Props = {
  /** Of the plan as it is now; null while they are worked out. */
  readonly sheets: readonly DrillSheet[] | null;
  readonly jobName: string;
  readonly reader: Reader;
};

/** What to take to the wall: print the drill sheets, or take the holes as a table. */
export function PackBench({ sheets, jobName, reader }: Props) {
  const telling = useTelling(reader);
  const plan = useAppSelector((state) => state.plan.plan);
  const [fault, setFault] = useState<string | null>(null);
  const takeCsv = async () => {
    if (sheets === null || plan === null) return;
    setFault(null);
    try {
      // Saved first, so that the table says of which revision it is.
      await printed();
      const revision = savedRevision();
      const csv = await writing.ask((exports) => exports.holesCsv(sheets, reader, plan, revision));
      if (csv === null) return;
      downloadText(`${fileStem(jobName)}-holes.csv`, 'text/csv', csv);
    } catch (error) {
      console.error(error);
      setFault('The holes could not be written here; nothing was saved. Try again.');
    }
  };
  if (sheets === null) {
    return (
      <section aria-label="Drill sheets">
        <h2 className="mb-2 text-lg font-semibold">Drill sheets</h2>
        <p className="mb-3">Working … Nothing can be printed or taken before it is done.</p>
      </section>
    );
  }
  return (
    <section aria-label="Drill sheets">
      <h2 className="mb-2 text-lg font-semibold">Drill sheets</h2>
      <p className="mb-3">
        <span className="figure">{countText(sheets.length, 'sheet', 'sheets')}</span>,{' '}
        <span className="figure">{countText(countHoles(sheets), 'hole', 'holes')}</span>. A surface drilled
        from its other side has a mirrored sheet of its own.
      </p>
      <div className="flex flex-col gap-2">
        <Button
          look="strong"
          onClick={() =>
            setFault(printPage() ? null : 'This browser does not print from the page: use its own menu.')
          }
        >
          Print the sheets
        </Button>
        <Button onClick={() => void takeCsv()}>Holes as CSV</Button>
        <Fault>{fault}</Fault>
      </div>
      <ol className="mt-4">
        {sheets.map((sheet) => (
          <li key={sheet.id} className="border-b border-faint py-1">
            {valueText(sheet.surface, telling)}
            <span className="block text-sm text-kraft">
              from {sheet.viewedFrom}:{' '}
              <span className="figure">{countText(sheet.holes.length, 'hole', 'holes')}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
