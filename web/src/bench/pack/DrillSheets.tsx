import { useEffect, useMemo } from 'react';
import { getCheckMeta, holdsDrilling, type Finding } from '@zarnel/core/checks';
import { cautionsOf, type Evaluation } from '@zarnel/core/figures';
import {
  ADVICE,
  formatDiameter,
  formatLength,
  markOf,
  type Reader,
  sentenceOf,
  sheetInWords,
  type SheetInWords,
} from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { printed, savedRevision } from '../../state/job-session.ts';
import { useAppSelector } from '../../state/store.ts';
import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { SheetPicture } from './SheetPicture.tsx';

type HoleInWords = SheetInWords['holes'][number];

type Props = {
  /** Of the plan as it is now, and of no other: null while that is worked out. */
  readonly evaluation: Evaluation | null;
  readonly jobName: string;
  readonly reader: Reader;
};

/** The drill sheets as they print: each surface, seen from one side, with its holes from one datum. */
export function DrillSheets({ evaluation, jobName, reader }: Props) {
  const telling = useTelling(reader);
  const sheets = useMemo(
    () => (evaluation?.sheets ?? []).map((sheet) => sheetInWords(sheet, telling)),
    [evaluation, telling],
  );
  // The badge says when it is saved: the revision is asked for then.
  useAppSelector((state) => state.plan.save);
  const revision = savedRevision();
  const today = new Date().toLocaleDateString(undefined, { dateStyle: 'medium' });
  const isReady = evaluation !== null;
  useEffect(() => {
    if (!isReady) return undefined;
    const onPrint = () => void printed();
    addEventListener('beforeprint', onPrint);
    return () => removeEventListener('beforeprint', onPrint);
  }, [isReady]);
  if (evaluation === null) {
    return (
      <p className="p-6" role="status">
        Working … What to drill stands here once it is worked out from the job as it is now.
      </p>
    );
  }
  // What is not cleared yet stands beside the holes it is about, on paper too.
  const { findings } = evaluation;
  if (sheets.length === 0) {
    return <p className="p-6">Nothing to drill yet: hang gear at Mount, or add a penetration at Route.</p>;
  }
  return (
    <div className="mx-auto max-w-4xl p-6">
      {sheets.map((sheet, index) => (
        <article
          key={sheet.id}
          className="drill-sheet mb-10 border-t-2 border-pencil pt-3"
          aria-label={`${sheet.surface}, seen from ${sheet.viewedFrom}`}
        >
          <header className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6">
            <h2 className="text-xl font-semibold">{sheet.surface}</h2>
            <p className="text-sm">
              {jobName} · {revision === null ? 'not saved yet' : `revision ${revision}`} · {today} · sheet{' '}
              {index + 1} of {sheets.length}
            </p>
          </header>
          <p className="mb-1">
            Seen from <strong>{sheet.viewedFrom}</strong>.{' '}
            {sheet.isMirror && <strong className="text-crayon">Mirrored: for this side only. </strong>}
            Datum: {sheet.datum}. All dimensions run from the datum.
          </p>
          {sheet.isSimulated && (
            <p className="my-2 border-2 border-crayon p-2 font-semibold text-crayon" role="note">
              SIMULATED: figures of this surface come from a simulated instrument. Measure the real one before
              anything is drilled.
            </p>
          )}
          <OpenFindings sheet={sheet} findings={findings} reader={reader} />
          <SheetPicture sheet={sheet} reader={reader} />
          <table className="mt-3 w-full border-collapse">
            <thead>
              <tr className="border-b-2 border-pencil text-left">
                <th className="py-1 pr-3">Hole</th>
                <th className="py-1 pr-3 text-right">{sheet.xName}</th>
                <th className="py-1 pr-3 text-right">{sheet.yName}</th>
                {TAPED.filter(({ key }) => isTaped(sheet, key)).map(({ key, name }) => (
                  <th key={key} className="py-1 pr-3 text-right">
                    {name}
                  </th>
                ))}
                <th className="py-1 pr-3 text-right">Size</th>
                <th className="py-1 pr-3">Saw or drill</th>
                <th className="py-1">For</th>
              </tr>
            </thead>
            <tbody>
              {sheet.holes.map((hole, at) => (
                <tr key={hole.id} className="border-b border-faint" data-hole={hole.id}>
                  <th scope="row" className="figure py-1 pr-3 text-left">
                    {at + 1}
                  </th>
                  <td className="figure py-1 pr-3 text-right text-chalk">
                    <MarkText lengthMm={hole.xMm} reader={reader} />
                  </td>
                  <td className="figure py-1 pr-3 text-right text-chalk">
                    <MarkText lengthMm={hole.yMm} reader={reader} />
                  </td>
                  {TAPED.filter(({ key }) => isTaped(sheet, key)).map(({ key }) => (
                    <td key={key} className="figure py-1 pr-3 text-right">
                      {hole.taped[key] === null ? '' : formatLength(hole.taped[key], reader)}
                    </td>
                  ))}
                  <td className="figure py-1 pr-3 text-right">⌀ {formatDiameter(hole.diameterMm, reader)}</td>
                  <td className="py-1 pr-3">{hole.tool}</td>
                  <td className="py-1">
                    {findingsOf(hole, findings).map(({ id, severity }) => (
                      <span key={id} className="mr-1 inline-block align-middle">
                        <SeverityMark severity={severity} size={15} />
                      </span>
                    ))}
                    {hole.purpose}
                    {hole.playMm > 0 && (
                      <span className="text-kraft">
                        {' '}
                        (hung gear slides ±{' '}
                        <span className="figure">{formatLength(hole.playMm, reader)}</span>; drill at nominal)
                      </span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <InHand sheet={sheet} reader={reader} />
          <ul className="mt-3 border-l-4 border-crayon pl-3">
            {cautionsOf(sheet).map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
          <p className="mt-2 text-sm text-kraft">{ADVICE}</p>
        </article>
      ))}
    </div>
  );
}

/** What to cut and to have in hand there. */
function InHand({ sheet, reader }: { readonly sheet: SheetInWords; readonly reader: Reader }) {
  if (sheet.list.length === 0) return null;
  return (
    <section className="mt-3">
      <h3 className="font-semibold">Cut and have in hand</h3>
      <ul className="grid gap-x-8 sm:grid-cols-2 print:grid-cols-2">
        {sheet.list.map(({ what, count, lengthMm }, index) => (
          <li key={index} className="flex justify-between gap-3 border-b border-faint py-0.5">
            <span>
              <span className="figure">{count} ×</span> {what}
            </span>
            {lengthMm !== null && <span className="figure text-chalk">{formatLength(lengthMm, reader)}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What a tape reads on the wall as it was found, where the level said that it is off. */
const TAPED = [
  { key: 'aboveFloorMm', name: 'Above the floor there' },
  { key: 'fromLeftMm', name: 'From the edge there' },
] as const;

function isTaped({ holes }: SheetInWords, key: (typeof TAPED)[number]['key']): boolean {
  return holes.some(({ taped }) => taped[key] !== null);
}

function findingsOf({ subject }: HoleInWords, findings: readonly Finding[]): readonly Finding[] {
  return findings.filter(({ subjects }) =>
    subjects.some(({ kind, id }) => kind === subject.kind && id === subject.id),
  );
}

function OpenFindings({
  sheet,
  findings,
  reader,
}: {
  readonly sheet: SheetInWords;
  readonly findings: readonly Finding[];
  readonly reader: Reader;
}) {
  const telling = useTelling(reader);
  const open = findings.filter((finding) =>
    sheet.holes.some((hole) => findingsOf(hole, [finding]).length > 0),
  );
  const listed = (some: readonly Finding[]) => (
    <ul>
      {some.map((finding) => (
        <li key={finding.id} className="flex gap-2">
          <SeverityMark severity={finding.severity} />
          {sentenceOf(finding, getCheckMeta(finding.check), telling)}
        </li>
      ))}
    </ul>
  );
  const holding = open.filter(holdsDrilling);
  const others = open.filter((finding) => !holding.includes(finding));
  return (
    <>
      {holding.length > 0 && (
        <div className="my-2 border-2 border-crayon p-2" role="note">
          <p className="font-semibold text-crayon">Do not drill yet: clear these first.</p>
          {listed(holding)}
        </div>
      )}
      {others.length > 0 && (
        <div className="my-2 border border-pencil p-2" role="note">
          <p className="font-semibold">Once it is drilled</p>
          {listed(others)}
        </div>
      )}
    </>
  );
}

/** Rounding that a pencil would show is said beside the mark. */
const NOTABLE_MM = 0.2;

function MarkText({ lengthMm, reader }: { readonly lengthMm: number; readonly reader: Reader }) {
  const { text, errorMm } = markOf(lengthMm, reader);
  return (
    <>
      {text}
      {Math.abs(errorMm) >= NOTABLE_MM && (
        <span className="block text-xs text-kraft">
          rounded {errorMm > 0 ? '+' : '−'}
          {Math.abs(errorMm).toFixed(1)} mm
        </span>
      )}
    </>
  );
}
