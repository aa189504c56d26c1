import { memo, useMemo } from 'react';
import { NavLink } from 'react-router';
import { stepOfFinding, type Finding, type StepId } from '@zarnel/core/checks';
import { STEPS } from '../bench/steps.ts';
import { SeverityMark } from '../ui/SeverityMark.tsx';

/** A tape across the top, the steps its graduations; each shows what is left to clear. */
export const JobLine = memo(function JobLine({
  jobId,
  findings,
}: {
  readonly jobId: string;
  readonly findings: readonly Finding[];
}) {
  const open = useMemo(() => openBySteps(findings), [findings]);
  return (
    <nav aria-label="Steps of the job" className="no-print border-b border-kraft bg-tape text-kraft">
      <ol className="flex">
        {STEPS.map(({ id, place, name }) => {
          const { count, isStopped } = open[id];
          return (
            <li key={id} className="relative flex-1">
              <NavLink
                to={`/jobs/${jobId}/${id}`}
                className={({ isActive }) =>
                  `flex min-h-11 flex-wrap items-center gap-x-2 border-l border-kraft px-1.5 pt-2 pb-1 max-sm:leading-tight sm:flex-nowrap sm:px-3 ${isActive ? 'bg-paper font-semibold text-pencil' : 'hover:bg-paper/50'}`
                }
              >
                <span className="figure text-sm">{place}</span>
                <span className="max-sm:order-last max-sm:w-full max-sm:text-sm">{name}</span>
                {count > 0 && (
                  <span
                    className="ml-auto flex items-center gap-1 font-normal text-crayon"
                    aria-label={`${count} to clear`}
                  >
                    <SeverityMark severity={isStopped ? 'stop' : 'fix'} size={15} />
                    <span className="figure">{count}</span>
                  </span>
                )}
              </NavLink>
              <Graduations />
            </li>
          );
        })}
      </ol>
    </nav>
  );
});

type Open = { readonly count: number; readonly isStopped: boolean };

/** What is left to clear at each step, and whether any of it stops the work. */
function openBySteps(findings: readonly Finding[]): Readonly<Record<StepId, Open>> {
  const open = {
    site: NOTHING,
    gear: NOTHING,
    mount: NOTHING,
    array: NOTHING,
    route: NOTHING,
    pack: NOTHING,
  };
  for (const finding of findings) {
    const { count, isStopped } = open[stepOfFinding(finding)];
    open[stepOfFinding(finding)] = { count: count + 1, isStopped: isStopped || finding.severity === 'stop' };
  }
  return open;
}

const NOTHING: Open = { count: 0, isStopped: false };

/** Fine marks along the tape's upper edge. */
function Graduations() {
  return (
    <svg
      className="pointer-events-none absolute top-0 left-0 h-2 w-full"
      preserveAspectRatio="none"
      viewBox="0 0 80 8"
      aria-hidden
    >
      <path
        d={Array.from({ length: 8 }, (_, index) => `M${index * 10} 0 V${index === 4 ? 6 : 3}`).join(' ')}
        stroke="var(--ink-kraft)"
        strokeWidth="1"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
