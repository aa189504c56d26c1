import type { Prepared } from '../check/prepared.ts';
import { bundleMm } from '../conductor/bundle.ts';
import { sawnRound } from '../drill/hole-saw.ts';
import { freshId } from '../plan/fresh-id.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import type { Run } from '../plan/run.ts';
import type { PointMm } from '../plan/values.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { told } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import type { Member } from '../site/members.ts';
import { findNoDrillHit, onBothSides, type NoDrillHit } from '../site/no-drill.ts';
import { edgeLengthMm, foldEdge } from '../site/place-faces.ts';
import { NEW_PLATE_MM, platePlaces, type MetEdge, type PlatePlaces } from '../site/plate-meeting.ts';
import type { SiteFace } from '../site/site.ts';
import { runWidthMm } from './lanes.ts';
import { runsThroughPlate } from './route.ts';

/** Room for the cables to be drawn through a bored hole (practice), mm. */
export const DRAW_MM = 6;
/** Wood left between a bored hole and a stud or joist that stands on the plate, for the drill’s chuck (practice), mm. */
export const BESIDE_MEMBER_MM = 20;
/** Room for the cables of a few circuits, before anyone knows which (practice), mm. */
export const FIRST_HOLE_MM = 32;
/** How far apart the places are that are tried for a new hole, mm. */
const TRIED_EVERY_MM = mmFromInch(0.5);

/** A hole through a plate as it is bored. */
export type PlateBore = {
  readonly runs: readonly Run[];
  /** What its cables need to be drawn through; null where none go through it. */
  readonly neededMm: number | null;
  /** As typed, or the common size above what its cables need. */
  readonly diameterMm: number;
};

export function plateBore(prepared: Prepared, { id, holeMm }: Pick<PlateHole, 'id' | 'holeMm'>): PlateBore {
  const runs = runsThroughPlate(prepared, id);
  const cablesMm = bundleMm(runs.map((run) => runWidthMm(prepared, run)));
  const neededMm = runs.length === 0 ? null : cablesMm + DRAW_MM;
  const round = sawnRound(cablesMm, DRAW_MM / 2, prepared.plan.codeBasis);
  return { runs, neededMm, diameterMm: holeMm ?? round.saw?.diameterMm ?? round.diameterMm };
}

/** The first stud or joist that a hole comes too near, on either of its faces. */
export function memberAtPlate(
  { here, there }: Pick<PlatePlaces, 'here' | 'there'>,
  diameterMm: number,
): { readonly face: SiteFace; readonly member: Member } | undefined {
  const keepMm = diameterMm / 2 + BESIDE_MEMBER_MM;
  return [here, there]
    .flatMap(({ face, at }) => face.members.map((member) => ({ face, member, at })))
    .find(({ member, at }) => isNear(member, at, keepMm));
}

function isNear(
  { axis, centreMm, widthMm, toleranceMm, fromMm, toMm }: Member,
  [x, y]: PointMm,
  keepMm: number,
) {
  const [across, along] = axis === 'vertical' ? [x, y] : [y, x];
  return (
    isBelow(Math.abs(across - centreMm) - widthMm / 2 - toleranceMm, keepMm, 'mm') &&
    isBelow(fromMm - along, keepMm, 'mm') &&
    isBelow(along - toMm, keepMm, 'mm')
  );
}

/**
 * The place along its edge nearest to where a hole is, where one of a diameter meets no member and no no-drill band;
 * where it is, if there is none.
 */
export function clearAlongMm({ site }: Pick<Prepared, 'site'>, hole: PlateHole, diameterMm: number): number {
  const { alongMm: wishMm } = hole;
  const face = site.faces.get(hole.face);
  const ends = face === undefined ? null : foldEdge(face, hole.edge);
  if (ends === null) return wishMm;
  const lengthMm = edgeLengthMm(ends);
  for (let step = 0; step * TRIED_EVERY_MM <= lengthMm; step++)
    for (const sign of step === 0 ? [1] : [1, -1]) {
      const alongMm = wishMm + sign * step * TRIED_EVERY_MM;
      if (isBelow(alongMm, diameterMm, 'mm') || isAbove(alongMm, lengthMm - diameterMm, 'mm')) continue;
      const met = platePlaces(site, { ...hole, alongMm });
      if (!met.ok || memberAtPlate(met.places, diameterMm) !== undefined) continue;
      const { here, there } = met.places;
      if (noDrillAtPlate(site, [here, there], diameterMm) === undefined) return alongMm;
    }
  return wishMm;
}

/** Something hidden or seen that a hole comes too near, on either side of some of its faces. */
export function noDrillAtPlate(
  site: Prepared['site'],
  ends: readonly PlatePlaces['here'][],
  diameterMm: number,
): NoDrillHit | undefined {
  const places = ends.flatMap(({ face, at }) => onBothSides(site, face, at));
  return findNoDrillHit(places, diameterMm / 2);
}

/** A new hole where an edge of a cavity meets another face: near the middle of the edge, clear of what stands there. */
export function newPlateHole(prepared: Prepared, { face: faceId, edge, to }: MetEdge): PlateHole {
  const { plan, site } = prepared;
  const face = site.faces.get(faceId);
  const ends = face === undefined ? null : foldEdge(face, edge);
  // A plate is as wide as the studs on it are deep.
  const shape = face?.face.shape;
  const front = shape?.kind === 'reverse' ? site.faces.get(shape.of)?.face.shape : shape;
  const depths = (front?.kind === 'outline' ? front.framing : [])
    .map(({ memberDepthMm }) => memberDepthMm)
    .filter((depthMm) => depthMm > 0);
  const hole: PlateHole = {
    id: freshId(plan, 'plate-hole'),
    name: `Plate hole ${plan.plateHoles.length + 1}`,
    face: faceId,
    edge,
    alongMm: ends === null ? 0 : edgeLengthMm(ends) / 2,
    to,
    plateMm: NEW_PLATE_MM,
    plateWidthMm: depths.length === 0 ? null : Math.max(...depths),
    holeMm: null,
    isStopped: false,
  };
  return { ...hole, alongMm: clearAlongMm(prepared, hole, FIRST_HOLE_MM) };
}

/** What the cables of a hole need to be drawn through it. */
export function plateWorking(neededMm: number): Working {
  return {
    title: told('A bored hole and its cables'),
    formula: 'needed = cables side by side + room to draw',
    inputs: [
      lengthInput('cables', 'All its cables in a bundle', neededMm - DRAW_MM),
      lengthInput('room to draw', 'So that they can be drawn through', DRAW_MM),
    ],
    result: { name: 'Needed', value: { value: neededMm, unit: 'mm' } },
    source: practice('A hole is bored a little wider than what is drawn through it'),
    notes: [],
  };
}
