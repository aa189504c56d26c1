import type { GearType, Knockout } from '../plan/gear-type.ts';
import type { PointMm } from '../plan/values.ts';
import { knockoutHoleMm } from '../drill/knockout-hole.ts';

/** A thing to draw, in mm from the lower left of its view, y up. */
export type GearMark =
  | {
      readonly kind: 'body' | 'part' | 'wall';
      readonly name: string;
      readonly at: PointMm;
      readonly size: PointMm;
    }
  | { readonly kind: 'hook-line'; readonly name: string; readonly at: PointMm; readonly size: PointMm }
  | {
      readonly kind: 'hole' | 'knockout';
      readonly name: string;
      readonly at: PointMm;
      readonly diameterMm: number;
    }
  /** A knockout seen edge on, as the line it makes. */
  | { readonly kind: 'edge-knockout'; readonly name: string; readonly at: PointMm; readonly size: PointMm };

export type GearView = {
  readonly id: 'front' | 'side' | 'bottom';
  readonly title: string;
  /** Of all that is drawn. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** Where the body is in it: what is measured on the drawing. */
  readonly body: { readonly at: PointMm; readonly size: PointMm };
  readonly marks: readonly GearMark[];
};

/** What is drawn of a wall behind gear seen from the side or below. */
const WALL_MM = 12;

/** A gear type as three drawings: front, its right side, and its bottom from below. */
export function gearViews(type: GearType): readonly GearView[] {
  return [frontView(type), sideView(type), bottomView(type)];
}

function frontView(type: GearType): GearView {
  const { widthMm, heightMm, dropMm, knockouts, bracketHoles, parts } = type;
  const left = Math.min(0, ...bracketHoles.map(({ xMm }) => xMm + widthMm / 2));
  const right = Math.max(widthMm, ...bracketHoles.map(({ xMm }) => xMm + widthMm / 2));
  const low = Math.min(0, ...bracketHoles.map(({ yMm }) => yMm + dropMm));
  const high = Math.max(heightMm, dropMm, ...bracketHoles.map(({ yMm }) => yMm + dropMm));
  const at = (x: number, y: number): PointMm => [x - left, y - low];
  return {
    id: 'front',
    title: 'Front',
    widthMm: right - left,
    heightMm: high - low,
    body: { at: at(0, 0), size: [widthMm, heightMm] },
    marks: [
      { kind: 'body', name: type.name, at: at(0, 0), size: [widthMm, heightMm] },
      ...parts.flatMap(({ name, box }): GearMark[] =>
        box === null
          ? []
          : [{ kind: 'part', name, at: at(box.xMm, box.yMm), size: [box.widthMm, box.heightMm] }],
      ),
      { kind: 'hook-line', name: 'Hook line', at: at(0, dropMm), size: [widthMm, 0] },
      ...bracketHoles.map(({ id, xMm, yMm, pilotMm }): GearMark => ({
        kind: 'hole',
        name: id,
        at: at(widthMm / 2 + xMm, dropMm + yMm),
        diameterMm: pilotMm,
      })),
      ...knockouts.map((knockout): GearMark => {
        const half = knockoutHoleMm(knockout.tradeSize) / 2;
        const [x, y] = onEdge(type, knockout);
        const isAcross = knockout.edge === 'top' || knockout.edge === 'bottom';
        return {
          kind: 'edge-knockout',
          name: knockout.id,
          at: isAcross ? at(x - half, y) : at(x, y - half),
          size: isAcross ? [2 * half, 0] : [0, 2 * half],
        };
      }),
    ],
  };
}

function onEdge({ widthMm, heightMm }: GearType, { edge, alongMm }: Knockout): PointMm {
  switch (edge) {
    case 'top':
      return [alongMm, heightMm];
    case 'bottom':
      return [alongMm, 0];
    case 'left':
      return [0, alongMm];
    case 'right':
      return [widthMm, alongMm];
  }
}

/** From the gear’s right, the wall at the left. */
function sideView(type: GearType): GearView {
  const { depthMm, heightMm, standoffMm, dropMm, knockouts } = type;
  const back = WALL_MM + standoffMm;
  return {
    id: 'side',
    title: 'Right side',
    widthMm: back + depthMm,
    heightMm: Math.max(heightMm, dropMm),
    body: { at: [back, 0], size: [depthMm, heightMm] },
    marks: [
      { kind: 'wall', name: 'Wall', at: [0, 0], size: [WALL_MM, Math.max(heightMm, dropMm)] },
      { kind: 'body', name: type.name, at: [back, 0], size: [depthMm, heightMm] },
      { kind: 'hook-line', name: 'Hook line', at: [WALL_MM, dropMm], size: [standoffMm + depthMm / 4, 0] },
      ...knockouts
        .filter(({ edge }) => edge === 'right' || edge === 'left')
        .map(({ id, alongMm, fromBackMm, tradeSize }): GearMark => ({
          kind: 'knockout',
          name: id,
          at: [back + fromBackMm, alongMm],
          diameterMm: knockoutHoleMm(tradeSize),
        })),
    ],
  };
}

/** As the drill sheets have it from below: the wall at the top, and so left and right the other way round than in front. */
function bottomView(type: GearType): GearView {
  const { widthMm, depthMm, standoffMm, knockouts } = type;
  const heightMm = depthMm + standoffMm + WALL_MM;
  return {
    id: 'bottom',
    title: 'Bottom, seen from below with the wall behind you',
    widthMm,
    heightMm,
    body: { at: [0, 0], size: [widthMm, depthMm] },
    marks: [
      { kind: 'wall', name: 'Wall', at: [0, depthMm + standoffMm], size: [widthMm, WALL_MM] },
      { kind: 'body', name: type.name, at: [0, 0], size: [widthMm, depthMm] },
      ...knockouts
        .filter(({ edge }) => edge === 'bottom')
        .map(({ id, alongMm, fromBackMm, tradeSize }): GearMark => ({
          kind: 'knockout',
          name: id,
          at: [widthMm - alongMm, depthMm - fromBackMm],
          diameterMm: knockoutHoleMm(tradeSize),
        })),
    ],
  };
}
