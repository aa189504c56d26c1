import type { ClearanceRule, GearKind } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { BATTERY_SPACING } from '../reference/batteries.ts';

/** A rule that is not a gear type’s own, with whose it is. */
export type SharedRule = {
  readonly rule: ClearanceRule;
  readonly owner: string;
  /** The gear it is about; null for all. */
  readonly kinds: readonly GearKind[] | null;
  /** Gives way to a rule of the gear’s own about the same: a listing may say less. */
  readonly yieldsToOwn: boolean;
};

type Pack = {
  readonly basis: Plan['codeBasis'];
  readonly setting: Plan['site']['setting'];
  readonly rules: readonly SharedRule[];
};

const threeFeet = { value: BATTERY_SPACING.distanceIn, unit: 'in' } as const;

/** What the codes ask around gear, as rules like any other. */
const PACKS: readonly Pack[] = [
  {
    basis: 'us',
    setting: 'building',
    rules: [
      {
        owner: 'the residential code',
        kinds: ['battery'],
        yieldsToOwn: true,
        rule: {
          id: 'battery-units',
          side: 'any',
          counterpart: 'same-kind',
          distance: threeFeet,
          when: {},
          source: BATTERY_SPACING.units,
        },
      },
      {
        owner: 'the residential code',
        kinds: ['battery'],
        yieldsToOwn: true,
        rule: {
          id: 'battery-openings',
          side: 'any',
          counterpart: 'opening',
          distance: threeFeet,
          when: {},
          source: BATTERY_SPACING.openings,
        },
      },
    ],
  },
];

const knownOfPlan = new WeakMap<Plan, readonly SharedRule[]>();
const knownOfRules = new WeakMap<Plan['rules'], Map<string, readonly SharedRule[]>>();

/** The rules for all gear of a job: its own, and those of its code basis. The same list while none of these changes. */
export function sharedRules(plan: Plan): readonly SharedRule[] {
  const known = knownOfPlan.get(plan);
  if (known !== undefined) return known;
  const ofRules = knownOfRules.get(plan.rules) ?? new Map<string, readonly SharedRule[]>();
  knownOfRules.set(plan.rules, ofRules);
  const key = `${plan.codeBasis} ${plan.site.setting}`;
  const rules = ofRules.get(key) ?? rulesOf(plan);
  ofRules.set(key, rules);
  knownOfPlan.set(plan, rules);
  return rules;
}

function rulesOf(plan: Plan): readonly SharedRule[] {
  const own = plan.rules.map((rule): SharedRule => ({
    rule,
    owner: 'this job',
    kinds: null,
    yieldsToOwn: false,
  }));
  const packs = PACKS.filter(
    ({ basis, setting }) => basis === plan.codeBasis && setting === plan.site.setting,
  );
  return [...own, ...packs.flatMap(({ rules }) => rules)];
}
