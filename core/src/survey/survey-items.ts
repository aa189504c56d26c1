import { framingName, obstacleName } from '../plan/names.ts';
import { told, countOf, type Told } from '../quantity/told.ts';
import type { Plan } from '../plan/plan.ts';
import { pitchDeg } from '../site/pitch.ts';
import { obstacleBounds, reachFromFaceMm } from '../site/obstacle-zone.ts';
import { boundsOf } from '../geometry/polygon.ts';
import type { Site, SiteFace } from '../site/site.ts';

/** One thing to measure on site. `key` names it in readings, and is stable while the plan’s ids are. */
export type SurveyItem = {
  readonly key: string;
  readonly face: string;
  readonly what: string | Told;
  readonly unit: 'mm' | 'deg';
  readonly instrument: 'laser' | 'level';
  /** What the plan has now; null where it has nothing yet. */
  readonly planned: number | null;
  /** Readings within this of the plan agree with it. */
  readonly tolerance: number;
};

/** A tape and a laser agree within this on a wall (practice). */
const LENGTH_TOLERANCE_MM = 3;
/** A digital level’s last place, doubled (practice). */
const ANGLE_TOLERANCE_DEG = 0.1;

type Draft = Pick<SurveyItem, 'what' | 'planned'> & { readonly part: string; readonly unit?: 'deg' };

/**
 * What must be measured for this kind of site before gear is laid out: the size of each face, whether it is level and
 * plumb, the first and last member of its framing, what is in the way and how far it opens. A list to walk by,
 * in the plan’s order.
 */
export function surveyItems(plan: Plan, site: Site): SurveyItem[] {
  return [...site.faces.values()].flatMap((face) => {
    const size = face.face.shape.kind === 'outline' ? sizeItems(site, face, plan.site.setting) : [];
    return [...size, ...framingItems(face), ...obstacleItems(face, plan.site.setting)].map(
      ({ part, what, planned, unit }): SurveyItem => ({
        key: `${face.id}/${part}`,
        face: face.id,
        what,
        planned,
        unit: unit ?? 'mm',
        instrument: unit === 'deg' ? 'level' : 'laser',
        tolerance: unit === 'deg' ? ANGLE_TOLERANCE_DEG : LENGTH_TOLERANCE_MM,
      }),
    );
  });
}

function sizeItems(site: Site, face: SiteFace, setting: Plan['site']['setting']): Draft[] {
  const { bounds, thicknessMm, face: given } = face;
  if (given.shape.kind !== 'outline') return [];
  const isUpright = given.kind === 'wall' || given.kind === 'board';
  const { asFound } = given.shape;
  const frame = site.frames.get(face.id);
  const isSloping = given.kind === 'roof' && frame !== undefined;
  return [
    { part: 'width', what: 'Width along the lower edge', planned: bounds.maxX - bounds.minX },
    {
      part: 'height',
      what: given.kind === 'floor' || isSloping ? 'Length up the face' : 'Height',
      planned: bounds.maxY - bounds.minY,
    },
    ...(setting === 'mobile' || face.otherSide !== null
      ? [{ part: 'thickness', what: 'Thickness, at an opening', planned: thicknessMm }]
      : []),
    ...(isUpright && given.side === 'inside'
      ? [{ part: 'room', what: 'Free room out from it', planned: given.roomInFrontMm }]
      : []),
    ...(isUpright
      ? [
          {
            part: 'floor-rise',
            what: 'Floor against level, up to the right',
            planned: asFound.floorRiseDeg,
            unit: 'deg' as const,
          },
          {
            part: 'left-lean',
            what: 'Left edge against plumb, right going up',
            planned: asFound.leftLeanDeg,
            unit: 'deg' as const,
          },
          {
            part: 'face-lean',
            what: 'Face against plumb, towards you going up',
            planned: asFound.faceLeanDeg,
            unit: 'deg' as const,
          },
        ]
      : []),
    ...(isSloping ? [{ part: 'pitch', what: 'Pitch', planned: pitchDeg(frame), unit: 'deg' as const }] : []),
  ];
}

/** The first and the last member of each framing: the spacing between them follows. */
function framingItems({ members, face }: SiteFace): Draft[] {
  if (face.shape.kind !== 'outline') return [];
  return face.shape.framing.flatMap(({ id, role }) => {
    const own = members.filter(({ framingId }) => framingId === id);
    const ends = own.length > 1 ? [own[0], own.at(-1)] : own.slice(0, 1);
    return ends.flatMap((member) =>
      member === undefined
        ? []
        : [
            {
              part: `framing/${id}/${member.index}`,
              what: told(
                role === 'seam'
                  ? '{place#} seam of the {framing}, from the datum'
                  : 'Centre of the {place#} of the {framing}, from the datum',
                { place: countOf(member.index + 1), framing: framingName(face.id, id) },
              ),
              planned: member.centreMm,
            },
          ],
    );
  });
}

function obstacleItems({ id: face, obstacles }: SiteFace, setting: Plan['site']['setting']): Draft[] {
  return obstacles.flatMap((obstacle): Draft[] => {
    const { minX, minY, maxX, maxY } = obstacleBounds(obstacle);
    const its = (text: string) => told(text, { thing: obstacleName(face, obstacle.id) });
    const at = (part: string) => `obstacle/${obstacle.id}/${part}`;
    if (obstacle.shape.kind === 'line') {
      const ends = boundsOf(obstacle.shape.pointsMm);
      return [
        { part: at('left'), what: its('{thing}: its left end from the datum'), planned: ends.minX },
        { part: at('low'), what: its('{thing}: its lower end from the datum'), planned: ends.minY },
      ];
    }
    const place: Draft[] = [
      { part: at('left'), what: its('{thing}: left edge from the datum'), planned: minX },
      { part: at('low'), what: its('{thing}: lower edge from the datum'), planned: minY },
    ];
    const size: Draft[] = [
      { part: at('width'), what: its('{thing}: width'), planned: maxX - minX },
      { part: at('height'), what: its('{thing}: height'), planned: maxY - minY },
    ];
    const reach: Draft[] =
      setting === 'mobile' && obstacle.standsOutMm > 0
        ? [
            {
              part: at('reach'),
              what: its('{thing}: reach out from the face, open'),
              planned: reachFromFaceMm(obstacle),
            },
          ]
        : [];
    return [...place, ...size, ...reach];
  });
}
