import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { circuitName, fieldName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { ANODIC_INDEX, MOST_APART_V, type ArrayMetal } from '../reference/galvanic.ts';
import { practice, published } from '../reference/source.ts';
import { stringFigures } from '../string/module-figures.ts';
import type { Working } from '../working/working.ts';

/** Frames of modules are of this metal (practice). */
const FRAME: ArrayMetal = 'aluminium';
/** Up to this voltage the international code asks for no earth on what can be touched, V dc (IEC 61140, from memory). */
const EXTRA_LOW_V = 120;

const meta: CheckMeta = {
  id: 'array.metals',
  looksAt: 'Metals of an array that touch in the wet, and what bonds its frames and rails to earth',
  severity: 'ask',
  source: practice('Every frame and rail that can be touched is bonded on purpose, not by chance contact'),
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
    frames:
      'Nothing says what bonds the frames of {field} to each other and to its rails: paint and anodizing insulate.',
    earth:
      'No bond leads from {field} to earth: its frames can be touched, and its strings reach {measured} on a cold morning.',
  },
  fixMessages: {
    part: 'Part them with pads and sleeves',
    clamps: 'Clamps with teeth, and a jumper at each joint of a rail',
    jumpers: 'A jumper from frame to frame, and to each rail',
    earth: 'Give {circuit} an earth conductor of its own',
  },
};

function metalOf(stuff: (typeof ARRAY_RAILS.rows)[keyof typeof ARRAY_RAILS.rows]['stuff']): ArrayMetal {
  return stuff === 'steel' ? 'zinc' : stuff;
}

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  if (field.modules.length === 0) return [];
  return [...galvanicFindings(prepared, field), ...bondFindings(prepared, field)];
}

function galvanicFindings(prepared: Prepared, field: ModuleField): Found[] {
  const { rail, isParted } = field.support;
  if (rail === null || isParted === true) return [];
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
      fixes: () => [{ message: 'part', data: {}, edits: [withSupport(field, { isParted: true })] }],
    }),
  ];
}

function bondFindings(prepared: Prepared, field: ModuleField): Found[] {
  const strings = prepared.stringsOfField.get(field.id);
  const coldV = Math.max(0, ...strings.map(({ id }) => stringFigures(prepared, id)?.coldV ?? 0));
  if (prepared.plan.codeBasis === 'iec' && coldV <= EXTRA_LOW_V) return [];
  const data = { field: fieldName(field.id) };
  const subjects = [{ kind: 'field', id: field.id }] as const;
  const source = published('NEC (NFPA 70)', '690.43', '2023');
  const found: Found[] = [];
  if (field.support.bonding === undefined) {
    found.push(
      findingOf(meta, {
        message: 'frames',
        data,
        subjects,
        source,
        fixes: (): Fix[] =>
          (field.support.rail === null || field.support.isParted === true
            ? (['jumpers'] as const)
            : (['clamps', 'jumpers'] as const)
          ).map((bonding) => ({ message: bonding, data: {}, edits: [withSupport(field, { bonding })] })),
      }),
    );
  }
  const circuits = new Set(strings.flatMap(({ id }) => prepared.circuitsOfString.get(id)));
  const bonds = prepared.circuits.list.filter(({ carries }) => carries === 'bond').map(({ id }) => id);
  const isLed = [...circuits].some((circuit) => circuit.wire.hasEarth || bonds.includes(circuit.id));
  if (coldV > 0 && circuits.size > 0 && !isLed) {
    found.push(
      findingOf(meta, {
        message: 'earth',
        data,
        subjects,
        source,
        measured: { value: coldV, unit: 'V' },
        fixes: (): Fix[] =>
          [...circuits].slice(0, 1).map((circuit: Circuit) => ({
            message: 'earth',
            data: { circuit: circuitName(circuit.id) },
            edits: [
              { kind: 'set-circuit', circuit: { ...circuit, wire: { ...circuit.wire, hasEarth: true } } },
            ],
          })),
      }),
    );
  }
  return found;
}

function withSupport(field: ModuleField, more: Partial<ModuleField['support']>): Fix['edits'][number] {
  return { kind: 'set-field', field: { ...field, support: { ...field.support, ...more } } };
}

export const metalsCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
