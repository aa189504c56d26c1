import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import { modulesOnFace } from '../array/field-modules.ts';
import { fieldName, gearName, obstacleName } from '../plan/names.ts';
import type { PointMm } from '../plan/values.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import type { ToldValue } from '../quantity/told.ts';
import { cornersOfPart, obstacleParts } from '../site/obstacle-zone.ts';
import type { SiteFace } from '../site/site.ts';

/** What is drawn on a drill sheet beside its holes, so that a person finds them: as the surface is seen, mm from its datum. */
export type SheetMark = {
  readonly kind: 'member' | 'gear' | 'obstacle' | 'hidden';
  /** Null where it is not named on paper. */
  readonly name: ToldValue | null;
  readonly corners: readonly PointMm[];
};

/** Framing, what stands on a face and what is hidden behind it, and the gear that hangs there. */
export function faceMarks(prepared: Prepared, face: SiteFace): SheetMark[] {
  return [
    ...face.members.map(({ axis, centreMm, widthMm, fromMm, toMm }): SheetMark => {
      const [low, high] = [centreMm - widthMm / 2, centreMm + widthMm / 2];
      const box =
        axis === 'vertical'
          ? { minX: low, maxX: high, minY: fromMm, maxY: toMm }
          : { minX: fromMm, maxX: toMm, minY: low, maxY: high };
      return { kind: 'member', name: null, corners: cornersOf(box) };
    }),
    ...face.obstacles.flatMap((obstacle) =>
      obstacleParts(obstacle).map((part, index): SheetMark => ({
        kind: obstacle.isHidden ? 'hidden' : 'obstacle',
        name: index === 0 ? obstacleName(face.id, obstacle.id) : null,
        corners: cornersOfPart(part),
      })),
    ),
    ...modulesOnFace(prepared, face.id).map(({ box }, index, all): SheetMark => ({
      kind: 'gear',
      name:
        index === 0 || all[index - 1]?.field !== all[index]?.field
          ? fieldName(all[index]?.field ?? '')
          : null,
      corners: cornersOf(box),
    })),
    ...(prepared.onFace.get(face.id) ?? []).map(({ id, body }): SheetMark => ({
      kind: 'gear',
      name: gearName(id),
      corners: cornersOf(body),
    })),
  ];
}

/** The gear on a board, from the board’s lower left corner. */
export function boardMarks(prepared: Prepared, board: Hung): SheetMark[] {
  const { minX, minY } = board.body;
  return gearOn(prepared, board.id).map(({ id, body }) => ({
    kind: 'gear',
    name: gearName(id),
    corners: cornersOf(body).map(([x, y]): PointMm => [x - minX, y - minY]),
  }));
}

function cornersOf({ minX, minY, maxX, maxY }: BoxMm): PointMm[] {
  return [
    [minX, minY],
    [maxX, minY],
    [maxX, maxY],
    [minX, maxY],
  ];
}
