import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { fieldName, penetrationName } from '../plan/names.ts';
import { glandsOf, MOST_GLANDS } from '../plan/penetration.ts';
import { countOf } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import { stringFigures } from '../string/module-figures.ts';
import { throughOf } from './entry.ts';

const meta: CheckMeta = {
  id: 'seal.more',
  looksAt: 'Whether penetrations keep glands for the modules that are to come later',
  severity: 'ask',
  source: practice('Room for more is kept at every place that it passes: input, wire, hole'),
  parameters: [],
  messages: {
    glands:
      '{count} more modules of {field} want {needed} more {needed:gland|glands} in {penetration}; {spare} {spare:is|are} spare.',
  },
  fixMessages: { glands: 'Give {penetration} {glands} glands' },
};

/** A string comes home on two conductors. */
const CONDUCTORS = 2;

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const { moreModules } = field;
  const strings = prepared.stringsOfField.get(field.id).filter(({ wired }) => wired.as === 'series');
  const perString = strings[0] === undefined ? 0 : (stringFigures(prepared, strings[0].id)?.count ?? 0);
  if (moreModules === undefined || perString === 0) return [];
  const own = new Set(strings.flatMap(({ id }) => prepared.circuitsOfString.get(id).map((each) => each.id)));
  return prepared.penetrations.list.flatMap((penetration): Found[] => {
    const { cables } = throughOf(prepared, penetration.id);
    const glands = glandsOf(penetration.entry);
    if (cables === null || glands === null || !cables.some(({ circuit }) => own.has(circuit))) return [];
    const spare = Math.max(0, glands.count - cables.length);
    const needed = Math.ceil(moreModules / perString) * CONDUCTORS - spare;
    if (needed <= 0) return [];
    const { entry } = penetration;
    const glandCount = glands.count + needed;
    return [
      findingOf(meta, {
        message: 'glands',
        id: `${meta.id}/${field.id}/${penetration.id}`,
        data: {
          field: fieldName(field.id),
          count: countOf(moreModules),
          penetration: penetrationName(penetration.id),
          needed: countOf(needed),
          spare: countOf(spare),
        },
        subjects: [
          { kind: 'penetration', id: penetration.id },
          { kind: 'field', id: field.id },
        ],
        fixes: () =>
          'glandCount' in entry && glandCount <= MOST_GLANDS
            ? [
                {
                  message: 'glands',
                  data: { penetration: penetrationName(penetration.id), glands: countOf(glandCount) },
                  edits: [
                    {
                      kind: 'set-penetration',
                      penetration: { ...penetration, entry: { ...entry, glandCount } },
                    },
                  ],
                },
              ]
            : [],
      }),
    ];
  });
}

export const sealMoreCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
