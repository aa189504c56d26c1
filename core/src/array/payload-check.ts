import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { isAbove } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import { payload } from './payload.ts';

const meta: CheckMeta = {
  id: 'array.payload',
  looksAt: 'The weight of an array on the roof of a body that travels',
  severity: 'stop',
  source: practice('A roof carries on the road what its maker allows, which is less than it carries at rest'),
  parameters: [],
  messages: {
    ask: 'The array weighs {measured}, and nobody said what the roof may carry on the road: ask the maker of the body.',
    roof: 'The array weighs {measured}; on the road the roof may carry {required}.',
  },
  fixMessages: {},
};

/** Of all fields the first speaks: they ride together. */
function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const carried = payload(prepared);
  if (carried === null || prepared.moduleFields.ids[0] !== field.id) return [];
  const subjects = [{ kind: 'field', id: field.id }] as const;
  const measured = { value: carried.arrayKg, unit: 'kg' } as const;
  const mostKg = prepared.plan.site.body?.roofMostKg ?? null;
  if (mostKg === null)
    return [findingOf(meta, { message: 'ask', severity: 'ask', data: {}, subjects, measured })];
  if (!isAbove(carried.arrayKg, mostKg, 'kg')) return [];
  return [
    findingOf(meta, {
      message: 'roof',
      data: {},
      subjects,
      measured,
      required: { value: mostKg, unit: 'kg' },
      working: (): Working => ({
        title: 'The array on the roof',
        formula: 'array = modules + rails + feet ≤ allowed',
        inputs: [
          { symbol: 'array', name: 'All of it', value: measured },
          { symbol: 'allowed', name: 'On the road, as its maker says', value: { value: mostKg, unit: 'kg' } },
        ],
        result: { name: 'Too much', value: { value: carried.arrayKg - mostKg, unit: 'kg' } },
        source: meta.source,
        notes: ['Gear, racks and people on the roof come on top of it.'],
      }),
    }),
  ];
}

export const payloadCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
