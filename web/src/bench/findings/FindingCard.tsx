import { getCheckMeta, type Finding, type StepId } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { fixLabelOf, measuredAndRequired, sentenceOf, sourceText, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { useTelling } from '../use-telling.ts';
import { RatioBar } from './RatioBar.tsx';
import { useFieldOf } from './use-field.ts';
import { useRemedies } from './use-remedies.ts';

type Props = {
  readonly finding: Finding;
  readonly plan: Plan;
  readonly step: StepId;
  readonly reader: Reader;
};

/** A finding: what is measured, what is required, by which rule, the moves that clear it, and the way to its field. */
export function FindingCard({ finding, plan, step, reader }: Props) {
  const dispatch = useAppDispatch();
  const meta = getCheckMeta(finding.check);
  const figures = measuredAndRequired(finding, reader);
  const [subject] = finding.subjects;
  const telling = useTelling(reader);
  const remedies = useRemedies(finding);
  const field = useFieldOf(finding, { plan, step, telling });
  return (
    <div className="mb-3 border border-faint bg-paper p-3" data-check={finding.check}>
      <button
        type="button"
        className="flex min-h-9 w-full items-start gap-2 text-left"
        onClick={() => {
          if (subject !== undefined) dispatch(viewSlice.actions.selected(subject));
          if (finding.at !== null) dispatch(viewSlice.actions.faceTaken(finding.at.face));
        }}
      >
        <SeverityMark severity={finding.severity} />
        <span>{sentenceOf(finding, meta, telling)}</span>
      </button>
      {finding.measured !== null && finding.required !== null && (
        <RatioBar
          measured={finding.measured.value}
          required={finding.required.value}
          measuredText={figures.measured ?? ''}
          requiredText={figures.required ?? ''}
          isMet={false}
        />
      )}
      <div className="mt-2 flex flex-col gap-1">
        {remedies === null && finding.seeksFixes && (
          // It keeps the room of a button, so that nothing moves away under a hand.
          <p className="min-h-9 py-1.5 text-kraft">Looking for what clears it …</p>
        )}
        {remedies?.fixes.map((fix) => {
          const label = fixLabelOf(fix, meta, telling);
          return (
            <Button key={label} onClick={() => makeEdits(fix.edits)}>
              {label}
            </Button>
          );
        })}
        {field !== null && (
          <Button look="quiet" onClick={field.go}>
            {field.label}
          </Button>
        )}
      </div>
      {finding.hasWorking && <WorkingButton working={remedies?.working ?? null} reader={reader} />}
      <p className="mt-1 text-sm text-kraft">{sourceText(finding.source)}</p>
    </div>
  );
}
