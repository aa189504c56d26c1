import { freshId, freshIdIn } from '../plan/fresh-id.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { ModuleField } from '../plan/module-field.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { coveredMm } from './field-modules.ts';

/** Between modules, room for a clamp (practice): 20 mm, 3/4″. */
function clampGapMm(codeBasis: Plan['codeBasis']): number {
  return codeBasis === 'us' ? mmFromInch(0.75) : 20;
}

/** A field as it starts on a face: no modules yet, held as is usual on a building’s roof or a moving body. */
export function newField(plan: Plan, face: string, type: string): ModuleField {
  const gapMm = clampGapMm(plan.codeBasis);
  const isMobile = plan.site.setting === 'mobile';
  const count = plan.moduleFields.length + 1;
  return {
    id: freshId(plan, 'field'),
    name: `Field ${count}`,
    face,
    type,
    gapAcrossMm: gapMm,
    gapUpMm: gapMm,
    modules: [],
    tilt: null,
    liftMm: null,
    support: {
      school: isMobile ? 'side-adjust-foot' : 'lagged-foot',
      rail: 'rail-40',
      runs: 'across',
      bars: 2,
      isShared: false,
      mostSpanMm: null,
      approvedUpN: null,
      uplift: null,
    },
  };
}

/** A field with one more module beside its last, of `type` as that one is and turned the same way: one gap on, in its grid. */
export function withOneMore(field: ModuleField, type: Pick<GearType, 'widthMm' | 'heightMm'>): ModuleField {
  const last = field.modules.at(-1);
  const at =
    last === undefined
      ? { xMm: 0, yMm: 0, isTurned: false }
      : {
          ...last,
          xMm: last.xMm + coveredMm(type, last.isTurned, field.tilt).widthMm + field.gapAcrossMm,
        };
  return { ...field, modules: [...field.modules, { ...at, id: freshIdIn(field.modules, 'm') }] };
}
