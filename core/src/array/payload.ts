import type { Prepared } from '../check/prepared.ts';
import { single } from '../derive/query.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { add, dot, scale, type Vec3 } from '../geometry/vec3.ts';
import { travelVector } from '../site/travel.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { practice } from '../reference/source.ts';
import { FOOT_KG } from './feet.ts';
import { fieldSupport } from './field-rails.ts';
import { modulesOfField, planeOf } from './field-modules.ts';

/** What the array puts on a body that travels, and what that makes of its centre of mass. */
export type Payload = {
  /** Modules, rails and feet of all fields whose face stands somewhere. */
  readonly arrayKg: number;
  /** The middle of that mass above the datum of the root face, and ahead of it as the body travels, mm. */
  readonly upMm: number;
  readonly aheadMm: number;
  /** With the array on, where somebody said what the body weighs; null where nobody did, or which way it travels. */
  readonly whole: {
    readonly massKg: number;
    readonly risesMm: number;
    readonly aheadOfAxleMm: number;
    readonly working: Working;
  } | null;
};

/** The weight of the array on a body that travels; null for a building, and where no module lies anywhere. */
export const payload = single((prepared: Prepared): Payload | null => {
  const { site } = prepared.plan;
  if (site.setting !== 'mobile') return null;
  let massKg = 0;
  let moment: Vec3 = [0, 0, 0];
  const put = (kg: number, at: Vec3) => {
    massKg += kg;
    moment = add(moment, scale(at, kg));
  };
  for (const field of prepared.moduleFields.list) {
    const frame = prepared.site.frames.get(field.face);
    if (frame === undefined) continue;
    for (const placed of modulesOfField(prepared, field.id)) {
      const { origin, right, up } = planeOf(placed, field.tilt, frame);
      const middle = add(origin, add(scale(right, placed.widthMm / 2), scale(up, placed.heightMm / 2)));
      put(placed.type.massKg, middle);
    }
    const support = fieldSupport(prepared, field.id);
    const railKgPerMm =
      field.support.rail === null ? 0 : ARRAY_RAILS.rows[field.support.rail].massKgPerM / 1000;
    for (const { runs, atMm, fromMm, toMm } of support?.rails ?? []) {
      const along = (fromMm + toMm) / 2;
      put(
        (toMm - fromMm) * railKgPerMm,
        siteFromFace(frame, runs === 'across' ? [along, atMm] : [atMm, along]),
      );
    }
    for (const { xMm, yMm } of support?.feet ?? []) put(FOOT_KG, siteFromFace(frame, [xMm, yMm]));
  }
  if (massKg === 0) return null;
  const middle = scale(moment, 1 / massKg);
  const travel = travelVector(site.travel);
  const aheadMm = travel === null ? 0 : dot(middle, travel);
  const upMm = middle[2];
  return { arrayKg: massKg, upMm, aheadMm, whole: wholeOf(prepared, massKg, upMm, aheadMm) };
});

/** Two masses have their common centre between theirs, by their weights. */
function wholeOf(prepared: Prepared, arrayKg: number, upMm: number, aheadMm: number): Payload['whole'] {
  const { body, travel } = prepared.plan.site;
  const bodyKg = body?.massKg ?? null;
  if (body === undefined || bodyKg === null || travel === null) return null;
  const massKg = bodyKg + arrayKg;
  const part = arrayKg / massKg;
  const risesMm = part * (upMm - body.centreUpMm);
  const aheadOfAxleMm = body.centreAheadMm + part * (aheadMm - body.axleAheadMm - body.centreAheadMm);
  return {
    massKg,
    risesMm,
    aheadOfAxleMm,
    get working(): Working {
      return {
        title: 'The centre of mass with the array on the roof',
        formula: 'rises = m ÷ (M + m) · (up of the array − up of the body);  ahead likewise',
        inputs: [
          { symbol: 'M', name: 'Of the body', value: { value: bodyKg, unit: 'kg' } },
          { symbol: 'm', name: 'Of the array', value: { value: arrayKg, unit: 'kg' } },
          lengthInput('up of the array', 'Above the datum', upMm),
          lengthInput('up of the body', 'Above the datum', body.centreUpMm),
          lengthInput('ahead of the array', 'Of the axle', aheadMm - body.axleAheadMm),
          lengthInput('ahead of the body', 'Of the axle', body.centreAheadMm),
        ],
        result: { name: 'It rises by', value: { value: risesMm, unit: 'mm' } },
        source: practice('Common centre of two masses'),
        notes: ['Weigh axle and hitch again when it is on: a sheet does not load a trailer.'],
      };
    },
  };
}
