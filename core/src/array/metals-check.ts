import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { fieldName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { ANODIC_INDEX, MOST_APART_V, type ArrayMetal } from '../reference/galvanic.ts';
import { practice } from '../reference/source.ts';
import type { Working } from '../working/working.ts';

/** Frames of modules are of this metal (practice). */
const FRAME: ArrayMetal = 'aluminium';
const meta: CheckMeta = {
  id: 'array.metals',
  looksAt: 'Metals of an array that touch in the wet',
  severity: 'ask',
  source: practice('Metals far apart are parted where they get wet, or the lesser one is eaten'),
  parameters: [
    {
      name: 'Two metals that touch outdoors may lie apart by',
      value: MOST_APART_V.outdoors,
      unit: 'V',
      why: 'By their anodic index; beyond it the lesser one is eaten',
    },
  ],
  messages: {
    galvanic:
      'Frames of {frame} lie on rails of {rail} in {field}: {measured} apart where wet metals may touch up to {required}. Part them with pads and sleeves.',
  },
  fixMessages: {
    part: 'Part them with pads and sleeves',
  },
};

function metalOf(stuff: (typeof ARRAY_RAILS.rows)[keyof typeof ARRAY_RAILS.rows]['stuff']): ArrayMetal {
  return stuff === 'steel' ? 'zinc' : stuff;
}

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const { rail, isParted } = field.support;
  if (rail === null || isParted === true || field.modules.length === 0) return [];
  const under = metalOf(ARRAY_RAILS.rows[rail].stuff);
  const [a, b] = [ANODIC_INDEX.rows[FRAME], ANODIC_INDEX.rows[under]];
  const apartV = Math.abs(a.indexV - b.indexV);
  const face = prepared.site.faces.get(field.face);
  const mostV = face?.face.side === 'inside' ? MOST_APART_V.dry : MOST_APART_V.outdoors;
  if (!isAbove(apartV, mostV, 'V')) return [];
  return [
    findingOf(meta, {
      message: 'galvanic',
      data: { field: fieldName(field.id), frame: told(a.name), rail: told(b.name) },
      subjects: [{ kind: 'field', id: field.id }],
      measured: { value: apartV, unit: 'V' },
      required: { value: mostV, unit: 'V' },
      source: ANODIC_INDEX.source,
      working: (): Working => ({
        title: told('Frames on the rails of {field}', { field: fieldName(field.id) }),
        formula: 'apart = | frame − rail |',
        inputs: [
          {
            symbol: 'frame',
            name: told('Index of {metal}', { metal: told(a.name) }),
            value: { value: a.indexV, unit: 'V' },
          },
          {
            symbol: 'rail',
            name: told('Index of {metal}', { metal: told(b.name) }),
            value: { value: b.indexV, unit: 'V' },
          },
        ],
        result: { name: 'They lie apart by', value: { value: apartV, unit: 'V' } },
        source: ANODIC_INDEX.source,
        notes: [
          'Small stainless bolts in much aluminium are borne: the large metal has to be the one that is eaten.',
        ],
      }),
      fixes: () => [
        {
          message: 'part',
          data: {},
          edits: [{ kind: 'set-field', field: { ...field, support: { ...field.support, isParted: true } } }],
        },
      ],
    }),
  ];
}

export const metalsCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
