import type { Prepared } from '../check/prepared.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { fail, ok, type Result } from '../result.ts';
import { fieldName, gearTypeName, faceName } from '../plan/names.ts';
import { MOST_MODULES, type FieldModule, type ModuleField } from '../plan/module-field.ts';
import { countOf, told, type Told } from '../quantity/told.ts';
import { fillGround, type LaidModule } from './fill.ts';
import type { FillProblem } from './fill-problem.ts';
import { coveredMm, liftOf, placeModule } from './field-modules.ts';
import { groundOf } from './field-ground.ts';

export type FillWish = Pick<FillProblem, 'ways' | 'pattern'> & {
  /** As many as fit, or the fewest that reach so many watts. */
  readonly wantedW: number | null;
  /** Room is kept for so many more. */
  readonly keepRoomFor: number;
};

export type FilledField = {
  readonly field: ModuleField;
  /** What each of its modules covers of the face. */
  readonly boxes: readonly BoxMm[];
  readonly count: number;
  readonly powerW: number;
  readonly atMost: number;
  /** Proven to be the most that fit. */
  readonly isMost: boolean;
  readonly says: Told;
};

/**
 * A field with its face filled anew by modules of its type. Says why not: a module larger than its roof, more wanted than there
 * is room for, more than one field may have.
 */
export function fillField(prepared: Prepared, field: ModuleField, wish: FillWish): Result<FilledField, Told> {
  const face = prepared.site.faces.get(field.face);
  const type = prepared.gearTypes.get(field.type);
  if (face === undefined || type?.solarModule == null)
    return fail(
      told('There is no solar module or no face to fill {field} with.', { field: fieldName(field.id) }),
    );
  const size = coveredMm(type, false, field.tilt);
  const turned = coveredMm(type, true, field.tilt);
  const ground = groundOf(
    prepared,
    face,
    field.id,
    liftOf(field, type),
    Math.max(field.gapAcrossMm, field.gapUpMm),
  );
  const names = { module: gearTypeName(type.id), face: faceName(face.id) };
  const filled =
    field.tilt === null
      ? fillGround({ ground, ...size, gapAcrossMm: field.gapAcrossMm, gapUpMm: field.gapUpMm, ...wish })
      : fillTilted();
  if (filled.modules.length === 0)
    return fail(
      told(
        'No {module} fits on {face}: it covers {width} × {height}. Take a smaller one, turn it, or free some room.',
        {
          ...names,
          width: { value: size.widthMm, unit: 'mm' },
          height: { value: size.heightMm, unit: 'mm' },
        },
      ),
    );
  if (filled.modules.length > MOST_MODULES)
    return fail(
      told(
        '{count} {count:module|modules} would fit on {face}, and one field has at most {most}: part the roof into several.',
        {
          ...names,
          count: countOf(filled.modules.length),
          most: countOf(MOST_MODULES),
        },
      ),
    );
  const eachW = type.solarModule.pmaxW;
  const room = Math.max(0, filled.modules.length - wish.keepRoomFor);
  const wanted = wish.wantedW === null ? room : Math.ceil(wish.wantedW / eachW - 1e-9);
  if (wanted > room)
    return fail(
      told(
        '{wanted} take {count} of {module}, and {face} has room for {room}: take stronger ones or another face too.',
        {
          ...names,
          wanted: { value: wish.wantedW ?? 0, unit: 'W' },
          count: countOf(wanted),
          room: countOf(room),
        },
      ),
    );
  const taken = compact(filled.modules).slice(0, wanted);
  const isMost = wish.wantedW === null && filled.isMost;
  const laid = { ...field, modules: named(taken) };
  return ok({
    field: laid,
    boxes: laid.modules.map((module) => placeModule(laid, module, type).box),
    count: taken.length,
    powerW: taken.length * eachW,
    atMost: filled.atMost,
    isMost,
    says: told(
      wish.wantedW !== null
        ? '{count} {count:module reaches|modules reach} the power that is wanted; {more} more would fit.'
        : isMost
          ? '{count} {count:module|modules}: proven to be the most that fit.'
          : '{count} {count:module|modules}, the most that rows take; no layout at all takes more than {most}.',
      {
        count: countOf(taken.length),
        more: countOf(filled.modules.length - taken.length),
        most: countOf(filled.atMost),
      },
    ),
  });

  /** Tilted modules cover less the way they tilt; lying or standing they are two fills, and the better one is taken. */
  function fillTilted() {
    const fills = (wish.ways === 'mixed' ? [false, true] : [wish.ways === 'turned']).map((isTurned) => {
      const covered = isTurned ? turned : size;
      const one = fillGround({
        ground,
        ...covered,
        gapAcrossMm: field.gapAcrossMm,
        gapUpMm: field.gapUpMm,
        pattern: wish.pattern,
        ways: 'upright',
      });
      return { ...one, modules: one.modules.map((each): LaidModule => ({ ...each, isTurned })) };
    });
    const [best = { modules: [], atMost: 0, isMost: true }] = fills.sort(
      (a, b) => b.modules.length - a.modules.length,
    );
    return fills.length === 1
      ? best
      : { ...best, isMost: false, atMost: Math.max(...fills.map(({ atMost }) => atMost)) };
  }
}

/** Row by row from below, each from the left: what is taken first lies together. */
function compact(modules: readonly LaidModule[]): LaidModule[] {
  return [...modules].sort((a, b) => Math.round(a.yMm - b.yMm) || a.xMm - b.xMm);
}

function named(modules: readonly LaidModule[]): FieldModule[] {
  const tenth = (value: number) => Math.round(value * 1000) / 1000;
  return modules.map(({ xMm, yMm, isTurned }, index) => ({
    id: `m${index + 1}`,
    xMm: tenth(xMm),
    yMm: tenth(yMm),
    isTurned,
  }));
}
