import { NO_DETAIL } from '@zarnel/core/figures';
import type { Penetration, Plan } from '@zarnel/core/plan';
import { ADVICE, sealInWords, type Reader } from '@zarnel/core/words';
import { evaluator } from '../../workers/compute.ts';
import { SectionDrawing } from '../route/SectionDrawing.tsx';
import { useDetail } from '../route/use-detail.ts';
import { useTelling } from '../use-telling.ts';

const askPenetration = (id: string) => evaluator.penetrationDetail(id);

/** How each penetration is sealed, step by step, as it prints: a box to tick for each. */
export function SealSheets({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  return plan.penetrations.map((penetration) => (
    <SealSheet key={penetration.id} penetration={penetration} jobName={plan.name} reader={reader} />
  ));
}

function SealSheet({
  penetration,
  jobName,
  reader,
}: {
  readonly penetration: Penetration;
  readonly jobName: string;
  readonly reader: Reader;
}) {
  const telling = useTelling(reader);
  const { detail, isOfNow } = useDetail(askPenetration, penetration.id, NO_DETAIL);
  const { stack, section } = detail;
  if (stack === null || !isOfNow) return null;
  const seal = sealInWords(stack, telling);
  return (
    <article
      className="drill-sheet mx-auto mb-10 max-w-4xl border-t-2 border-pencil p-6 pt-3"
      aria-label={`Sealing ${seal.name}`}
    >
      <header className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6">
        <h2 className="text-xl font-semibold">Sealing {seal.name}</h2>
        <p>{jobName}</p>
      </header>
      <p className="mb-2">
        {seal.entry}. Sealed by: <strong>{seal.school}</strong>.
      </p>
      {section.length > 1 && (
        <div className="max-w-md">
          <SectionDrawing section={section} reader={reader} />
        </div>
      )}
      <dl className="mb-3 grid gap-x-6 sm:grid-cols-2">
        {seal.takes.map(({ name, figure }) => (
          <div key={name} className="flex justify-between gap-2 border-b border-faint py-0.5">
            <dt>{name}</dt>
            <dd className="figure text-right text-chalk">{figure}</dd>
          </div>
        ))}
      </dl>
      <ol>
        {seal.steps.map(({ id, text, cautions, isCheck, isDone }, index) => (
          <li key={id} className="border-b border-faint py-1">
            {cautions.map((caution) => (
              <p key={caution} className="border-l-4 border-crayon pl-2 text-sm">
                {caution}
              </p>
            ))}
            <span className="figure mr-2">
              {isDone ? '☒' : '☐'} {index + 1}
            </span>
            {text}
            {isCheck && <span className="text-kraft"> (looked at in the end)</span>}
          </li>
        ))}
      </ol>
      <p className="mt-3">To open it again: {seal.opensAgain}</p>
      <p className="mt-2 text-sm text-kraft">
        Figures of products are what such products commonly state. The one in hand decides. {ADVICE}
      </p>
    </article>
  );
}
