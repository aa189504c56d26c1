import type { PlacedModule } from '@zarnel/core/figures';
import type { CSSProperties } from 'react';
import type { Project } from './project.ts';
import type { PointPx } from './viewport.ts';

/** Less than this was rounded, mm. */
const ALIKE_MM = 1e-6;

/** How far all modules of a field were moved as one, px; null where they did not move as one, or not at all. */
export function movedTogether(
  before: readonly PlacedModule[],
  now: readonly PlacedModule[],
  project: Project,
): PointPx | null {
  const [first] = before;
  const [firstNow] = now;
  if (first === undefined || firstNow === undefined || before.length !== now.length) return null;
  if (first.face !== firstNow.face || first === firstNow) return null;
  const dx = firstNow.box.minX - first.box.minX;
  const dy = firstNow.box.minY - first.box.minY;
  const isAlong = (from: number, to: number, by: number) => Math.abs(to - from - by) < ALIKE_MM;
  const asOne = before.every((module, index) => {
    const other = now[index];
    return (
      other !== undefined &&
      other.id === module.id &&
      other.type === module.type &&
      isAlong(module.box.minX, other.box.minX, dx) &&
      isAlong(module.box.maxX, other.box.maxX, dx) &&
      isAlong(module.box.minY, other.box.minY, dy) &&
      isAlong(module.box.maxY, other.box.maxY, dy)
    );
  });
  if (!asOne) return null;
  const from = project(first.face, [first.box.minX, first.box.minY]);
  const to = project(first.face, [firstNow.box.minX, firstNow.box.minY]);
  return [to[0] - from[0], to[1] - from[1]];
}

/** Shifted without being drawn again. */
export function movedStyle([x, y]: PointPx): CSSProperties {
  return { transform: `translate(${x}px, ${y}px)`, willChange: 'transform' };
}
