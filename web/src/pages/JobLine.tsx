import { NavLink } from 'react-router';
import type { Finding } from '@zarnel/core';
import { STEPS, stepOf } from '../bench/steps.ts';
import { SeverityMark } from '../ui/SeverityMark.tsx';

/** A tape across the top, the steps its graduations; each shows what is left to clear. */
export function JobLine({
  jobId,
  findings,
}: {
  readonly jobId: string;
  readonly findings: readonly Finding[];
}) {
  return (
    <nav aria-label="Steps of the job" className="no-print border-b border-kraft bg-tape text-kraft">
      <ol className="flex">
        {STEPS.map(({ id, place, name }) => {
          const open = findings.filter((finding) => stepOf(finding) === id);
          const isStopped = open.some(({ severity }) => severity === 'stop');
          return (
            <li key={id} className="relative flex-1">
              <NavLink
                to={`/jobs/${jobId}/${id}`}
                className={({ isActive }) =>
                  `flex min-h-11 items-center gap-2 border-l border-kraft px-3 pt-2 pb-1 ${isActive ? 'bg-paper font-semibold text-pencil' : 'hover:bg-paper/50'}`
                }
              >
                <span className="figure text-sm">{place}</span>
                <span>{name}</span>
                {open.length > 0 && (
                  <span
                    className="ml-auto flex items-center gap-1 font-normal text-crayon"
                    aria-label={`${open.length} to clear`}
                  >
                    <SeverityMark severity={isStopped ? 'stop' : 'fix'} size={15} />
                    <span className="figure">{open.length}</span>
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
}

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
