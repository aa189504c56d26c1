import { useMemo, useState } from 'react';
import { surveyItems, surveyLines, type Prepared, type SurveyLine } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { faceName, toldText, type Reader } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { useReadingsQuery } from '../../state/reading-api.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Toggle } from '../../ui/Toggle.tsx';
import { PersonField } from '../PersonField.tsx';
import { markedText } from './marked-text.ts';
import { MeasureDialog } from './MeasureDialog.tsx';

type Props = { readonly plan: Plan; readonly prepared: Prepared; readonly reader: Reader };

/** The list to walk by on site: what must be measured, what was, and where it is not as drawn. */
export function SurveyTab({ plan, prepared, reader }: Props) {
  const dispatch = useAppDispatch();
  const jobId = useAppSelector((state) => state.plan.jobId) ?? '';
  const { waiting, faceInHand } = useAppSelector((state) => state.view);
  const { data, isError } = useReadingsQuery(jobId, { skip: jobId === '' });
  const [openKey, setOpenKey] = useState<string | null>(null);
  const [isMissingOnly, setMissingOnly] = useState(false);

  const own = useMemo(() => waiting.filter((each) => each.jobId === jobId), [waiting, jobId]);
  const readings = useMemo(() => {
    const kept = data?.readings ?? [];
    const known = new Set(kept.map(({ id }) => id));
    const unsent = own.filter(({ reading }) => !known.has(reading.id));
    return [...kept, ...unsent.map(({ reading }) => ({ ...reading, struck: null }))];
  }, [data, own]);
  const lines = useMemo(
    () => surveyLines(surveyItems(plan, prepared.site), readings),
    [plan, prepared, readings],
  );
  const telling = useTelling(reader);
  const missing = lines.filter(({ state }) => state === 'missing');
  const differing = lines.filter(({ state }) => state === 'differs');
  const groups = new Map<string, SurveyLine[]>();
  for (const line of isMissingOnly ? missing : lines) {
    groups.set(line.item.face, [...(groups.get(line.item.face) ?? []), line]);
  }
  const open = lines.find(({ item }) => item.key === openKey) ?? null;
  return (
    <section aria-label="Survey">
      <p className="mb-2">
        <span className="figure font-semibold">{lines.length - missing.length}</span> of{' '}
        <span className="figure">{lines.length}</span> measured,{' '}
        <span className="figure font-semibold">{missing.length}</span> still missing
        {differing.length > 0 && (
          <>
            , <span className="figure font-semibold text-crayon">{differing.length}</span> not as drawn
          </>
        )}
      </p>
      {isError && (
        <p className="mb-2 text-crayon">
          The kept readings cannot be reached just now. New ones are kept here.
        </p>
      )}
      {(data?.unreadCount ?? 0) > 0 && (
        <p className="mb-2 text-crayon" role="status">
          <span className="figure">{data?.unreadCount}</span> more were taken with a newer version, and are
          not counted here: load the page anew.
        </p>
      )}
      {own.length > 0 && (
        <p className="mb-2 border-l-4 border-tape pl-2 text-kraft" role="status">
          <span className="figure">{own.length}</span> {own.length === 1 ? 'reading' : 'readings'}{' '}
          {own.every(({ isKept }) => isKept)
            ? 'kept here, not sent yet'
            : 'not sent yet, and this browser would not keep all of them: leave this page open until they are sent'}
        </p>
      )}
      <PersonField label="Taken by" />
      <Toggle label="Only what is missing" isOn={isMissingOnly} onChange={setMissingOnly} />
      {[...groups].map(([faceId, group]) => (
        <details
          key={faceId}
          open={faceId === (faceInHand ?? plan.rootFace)}
          className="border-t border-faint py-1"
        >
          <summary className="min-h-9 cursor-pointer py-1 font-semibold">
            {telling.nameOf(faceName(faceId))}{' '}
            <span className="figure text-sm font-normal text-kraft">
              {group.filter(({ state }) => state !== 'missing').length}/{group.length}
            </span>
          </summary>
          <ul>
            {group.map((line) => (
              <li key={line.item.key}>
                <button
                  type="button"
                  className="flex min-h-11 w-full items-center gap-2 border-b border-faint py-1 text-left hover:bg-tape/40"
                  onClick={() => {
                    setOpenKey(line.item.key);
                    dispatch(viewSlice.actions.faceTaken(line.item.face));
                  }}
                >
                  <StateMark state={line.state} />
                  <span className="flex-1">{toldText(line.item.what, telling)}</span>
                  <span className="figure text-right text-sm">{measuredText(line, reader)}</span>
                </button>
              </li>
            ))}
          </ul>
        </details>
      ))}
      {open !== null && (
        <MeasureDialog
          key={open.item.key}
          jobId={jobId}
          line={open}
          readings={readings.filter(({ item }) => item === open.item.key)}
          site={prepared.site}
          reader={reader}
          onClose={() => setOpenKey(null)}
        />
      )}
    </section>
  );
}

const MARKS = {
  missing: { text: '·', name: 'missing', look: 'text-kraft' },
  agrees: { text: '✓', name: 'as drawn', look: 'text-solder' },
  differs: { text: '≠', name: 'not as drawn', look: 'text-crayon' },
} as const;

function StateMark({ state }: { readonly state: SurveyLine['state'] }) {
  const { text, name, look } = MARKS[state];
  return (
    <span className={`figure w-5 text-center font-semibold ${look}`} role="img" aria-label={name}>
      {text}
    </span>
  );
}

function measuredText({ item, summary }: SurveyLine, reader: Reader): string {
  if (summary !== null) {
    return `${markedText(summary.mean, item.unit, reader)} (${summary.count})`;
  }
  return item.planned === null ? 'not drawn' : `drawn ${markedText(item.planned, item.unit, reader)}`;
}
