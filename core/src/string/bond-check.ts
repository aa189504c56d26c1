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
import { published } from '../reference/source.ts';
import { stringFigures } from './module-figures.ts';

/** Up to this voltage the international code asks for no earth on what can be touched, V dc (IEC 61140, from memory). */
const EXTRA_LOW_V = 120;

const meta: CheckMeta = {
  id: 'string.bond',
  looksAt: 'What bonds the frames and rails of an array to each other and to earth',
  severity: 'ask',
  source: published('NEC (NFPA 70)', '690.43', '2023'),
  parameters: [],
  messages: {
    frames:
      'Nothing says what bonds the frames of {field} to each other and to its rails: paint and anodizing insulate.',
    earth:
      'No bond leads from {field} to earth: its frames can be touched, and its strings reach {voltage} on a cold morning.',
  },
  fixMessages: {
    clamps: 'Clamps with teeth, and a jumper at each joint of a rail',
    jumpers: 'A jumper from frame to frame, and to each rail',
    earth: 'Give {circuit} an earth conductor of its own',
  },
};

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  if (field.modules.length === 0) return [];
  const strings = prepared.stringsOfField.get(field.id);
  const coldV = Math.max(0, ...strings.map(({ id }) => stringFigures(prepared, id)?.coldV ?? 0));
  if (prepared.plan.codeBasis === 'iec' && coldV <= EXTRA_LOW_V) return [];
  const data = { field: fieldName(field.id) };
  const subjects = [{ kind: 'field', id: field.id }] as const;
  const found: Found[] = [];
  if (field.support.bonding === undefined) {
    found.push(
      findingOf(meta, {
        message: 'frames',
        data,
        subjects,
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
        data: { ...data, voltage: { value: coldV, unit: 'V' } },
        subjects,
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

export const bondCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
