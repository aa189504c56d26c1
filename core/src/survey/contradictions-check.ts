import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
} from '../check/finding.ts';
import { GEAR_TYPES, JOINS, NIPPLES, PLAN_FACES, RUNS, SITE } from '../check/subjects.ts';
import { portKey, type Model } from '../model/model.ts';
import {
  CONTRADICTION_WORDS,
  faceContradictions,
  joinContradictions,
  nippleContradictions,
  runContradictions,
  siteContradictions,
  typeContradictions,
  type ContradictionCode,
  type PlanContradiction,
  type PlanLookup,
} from '../plan/contradictions.ts';
import type { Plan } from '../plan/plan.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'survey.contradictions',
  looksAt:
    'What the plan says that cannot be: nipples that lead nowhere, knockouts used twice, ranges upside down',
  severity: 'stop',
  source: practice('What cannot be built is not drilled'),
  parameters: [],
  messages: CONTRADICTION_WORDS,
  fields: { 'board-radius': 'gear-type', 'hook-outside': 'gear-type', 'module-power': 'gear-type' },
  fixMessages: {
    'remove-nipple': 'Take the nipple out',
    'remove-run': 'Take {a} out',
    building: 'It does not travel',
  },
};

/** Taking out what leads nowhere clears it; everything else is for a person to say. */
const REMEDIES: { readonly [Code in ContradictionCode]?: 'remove-nipple' | 'remove-run' } = {
  'nipple-elsewhere': 'remove-nipple',
  'nipple-to-itself': 'remove-nipple',
  'nipple-from-side': 'remove-nipple',
  'knockout-twice': 'remove-nipple',
  'run-to-itself': 'remove-run',
};

/** The plan’s things as the model has them. */
function lookupIn(model: Model): PlanLookup {
  return {
    placement: (id) => model.placements.get(id),
    gearType: (id) => model.gearTypes.get(id),
    usedAs: (type) => {
      const [hung] = model.placementsOfType.get(type);
      const [field] = model.fieldsOfType.get(type);
      if (hung !== undefined) return { kind: 'placement', id: hung.id };
      return field === undefined ? null : { kind: 'field', id: field.id };
    },
    nipplesAt: (port) => model.nipplesOfPort.get(portKey(port)),
    joinsAt: (port) => model.joinsOfPort.get(portKey(port)),
  };
}

function told(contradictions: readonly PlanContradiction[], codeBasis?: Plan['codeBasis']): Found[] {
  return contradictions.map((found) =>
    findingOf(meta, {
      message: found.code,
      id: `${meta.id}/${found.code}/${found.path}`,
      data: found.names,
      subjects: found.subject === null ? [] : [found.subject],
      fixes: () => fixesOf(found, codeBasis),
    }),
  );
}

function fixesOf({ code, subject, names }: PlanContradiction, codeBasis?: Plan['codeBasis']): Fix[] {
  if (code === 'building-travels' && codeBasis !== undefined)
    return [
      {
        message: 'building',
        data: {},
        edits: [{ kind: 'set-site', setting: 'building', codeBasis, travel: null }],
      },
    ];
  const remedy = REMEDIES[code];
  if (remedy === 'remove-nipple' && subject?.kind === 'nipple')
    return [{ message: remedy, data: {}, edits: [{ kind: remedy, nipple: subject.id }] }];
  if (remedy === 'remove-run' && subject?.kind === 'run')
    return [{ message: remedy, data: { a: names.a }, edits: [{ kind: remedy, run: subject.id }] }];
  return [];
}

export const contradictionsCheck: Check = checkOf(meta, [
  lookAt(SITE, ({ plan }) => told(siteContradictions(plan.site, plan.rootFace), plan.codeBasis)),
  lookAt(PLAN_FACES, ({ plan }, face) => told(faceContradictions(face, plan.site.conditions))),
  lookAt(GEAR_TYPES, (model, type) => told(typeContradictions(type, lookupIn(model)))),
  lookAt(NIPPLES, (model, nipple) => told(nippleContradictions(nipple, lookupIn(model)))),
  lookAt(JOINS, (model, join) => told(joinContradictions(join, lookupIn(model)))),
  lookAt(RUNS, (_, run) => told(runContradictions(run))),
]);
