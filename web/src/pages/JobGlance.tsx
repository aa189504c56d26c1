import { useEffect, useRef, useState } from 'react';
import type { JobPicture } from '@zarnel/core/figures';
import { countText } from '@zarnel/core/words';
import { SeverityMark } from '../ui/SeverityMark.tsx';
import { seenJob } from '../workers/pictures.ts';
import type { SeenJob } from '../workers/pictures-work.ts';

type Props = { readonly jobId: string; readonly name: string; readonly revision: number };

const SIZE = { width: 112, height: 72 };

/** A job at a glance: its sheet in little, and what is left to clear. Worked out once it comes into sight. */
export function JobGlance({ jobId, name, revision }: Props) {
  const box = useRef<HTMLSpanElement>(null);
  const [seen, setSeen] = useState<SeenJob | null>(null);
  useEffect(() => {
    const element = box.current;
    if (element === null) return undefined;
    let isHere = true;
    const observer = new IntersectionObserver((entries) => {
      if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
      observer.disconnect();
      void seenJob(jobId, revision).then((answer) => isHere && setSeen(answer));
    });
    observer.observe(element);
    return () => {
      isHere = false;
      observer.disconnect();
    };
  }, [jobId, revision]);
  return (
    <span ref={box} className="flex items-center gap-3">
      <span className="block shrink-0 bg-bench" style={SIZE}>
        {seen !== null && <Picture name={name} picture={seen.picture} />}
      </span>
      <span className="figure w-28 text-sm" data-testid="left-to-clear">
        {seen !== null &&
          (seen.gravest === null ? (
            <span className="text-solder">nothing to clear</span>
          ) : (
            <span className="flex items-center gap-1">
              <SeverityMark severity={seen.gravest} size={15} />
              {countText(seen.openCount, 'to clear', 'to clear')}
            </span>
          ))}
      </span>
    </span>
  );
}

function Picture({ name, picture }: { readonly name: string; readonly picture: JobPicture }) {
  const { bounds, faces, gear } = picture;
  const [wide, high] = [Math.max(1, bounds.maxX - bounds.minX), Math.max(1, bounds.maxY - bounds.minY)];
  const path = (shapes: JobPicture['faces']) =>
    shapes
      .map((points) => `${points.map(([x, y], at) => `${at === 0 ? 'M' : 'L'}${x} ${-y}`).join(' ')} Z`)
      .join(' ');
  return (
    <svg
      {...SIZE}
      viewBox={`${bounds.minX} ${-bounds.maxY} ${wide} ${high}`}
      className="block p-1"
      role="img"
      aria-label={`The sheet of ${name}`}
    >
      <path
        d={path(faces)}
        fill="var(--ground-paper)"
        stroke="var(--ink-pencil)"
        strokeWidth={0.75}
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={path(gear)}
        fill="var(--ground-kraft)"
        stroke="var(--ink-pencil)"
        strokeWidth={0.75}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
