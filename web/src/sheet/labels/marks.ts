import { SEVERITIES, type Finding, type Severity } from '@zarnel/core/checks';
import type { Project } from '../project.ts';
import type { PointPx } from '../viewport.ts';
import { placeLabels, type Block, type Placed, type Spot, type Wanted } from './place-labels.ts';

// The marks of what is found: those that would cover each other are one, with a count, beside what they mark.

/** What a mark needs of what is found. */
export type Found = Pick<Finding, 'id' | 'severity' | 'at'>;

export type Mark = { readonly at: PointPx; readonly findings: readonly Found[] };

/** Marks nearer than this are one. */
const APART_PX = 26;
const RADIUS_PX = 12;
/** Room for a count at the mark’s right. */
const COUNT_PX = 13;
const DISTANCES_PX = [24, 38, 54];
/** Up to the right first, as a person marks beside what they mean. */
const WAYS: readonly PointPx[] = [
  [0.7, -0.7],
  [-0.7, -0.7],
  [0.7, 0.7],
  [-0.7, 0.7],
  [1, 0],
  [-1, 0],
  [0, -1],
  [0, 1],
];

export function gravest(findings: readonly Found[]): Severity {
  return SEVERITIES.find((each) => findings.some(({ severity }) => severity === each)) ?? 'note';
}

/** The marks of a face that is near: one where several are at a place. */
export function marksAt(findings: readonly Found[], project: Project): Mark[] {
  const marks: { at: PointPx; findings: Found[] }[] = [];
  const inOrder = SEVERITIES.flatMap((each) => findings.filter(({ severity }) => severity === each));
  for (const finding of inOrder) {
    if (finding.at === null) continue;
    const at = project(finding.at.face, [finding.at.xMm, finding.at.yMm]);
    const same = marks.find((mark) => Math.hypot(mark.at[0] - at[0], mark.at[1] - at[1]) < APART_PX);
    if (same === undefined) marks.push({ at, findings: [finding] });
    else same.findings.push(finding);
  }
  return marks;
}

/**
 * Where marks stand so that none covers another or a hole, and gear only where nothing beside it is free. A mark that finds
 * no room is counted with the nearest one, so that nothing that is found goes unmarked.
 */
export function placeMarks(marks: readonly Mark[], blocks: readonly Block[]): Placed<Mark>[] {
  const wanted = marks.map((mark, index): Wanted<Mark> => ({
    key: String(index),
    rank: SEVERITIES.indexOf(gravest(mark.findings)),
    owner: null,
    spots: spotsOf(mark),
    mayCover: 'gear',
  }));
  const placed = placeLabels(wanted, blocks);
  const left = marks.filter((_, index) => !placed.some(({ key }) => key === String(index)));
  for (const mark of left) {
    const distance = ({ drawn }: Placed<Mark>) =>
      Math.hypot(drawn.at[0] - mark.at[0], drawn.at[1] - mark.at[1]);
    const nearest = placed.reduce<Placed<Mark> | null>(
      (best, each) => (best === null || distance(each) < distance(best) ? each : best),
      null,
    );
    if (nearest === null) continue;
    placed[placed.indexOf(nearest)] = {
      ...nearest,
      drawn: { ...nearest.drawn, findings: [...nearest.drawn.findings, ...mark.findings] },
    };
  }
  return placed;
}

function spotsOf({ at: [x, y], findings }: Mark): Spot<Mark>[] {
  return DISTANCES_PX.flatMap((distance, ring) =>
    WAYS.map(([dx, dy], index) => {
      const at: PointPx = [x + dx * distance, y + dy * distance];
      return {
        box: {
          minX: at[0] - RADIUS_PX,
          maxX: at[0] + RADIUS_PX + (findings.length > 1 ? COUNT_PX : 0),
          minY: at[1] - RADIUS_PX,
          maxY: at[1] + RADIUS_PX,
        },
        cost: ring * 2 + index * 0.25,
        drawn: { at, findings },
      };
    }),
  );
}
