import type { ClearanceRule, GearKind } from '../plan/gear-type.ts';
import type { Model } from '../model/model.ts';
import { single } from '../derive/query.ts';
import type { Plan } from '../plan/plan.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { BATTERY_SPACING } from '../reference/batteries.ts';
import type { SourceRef } from '../reference/source.ts';
import { GANGWAY, HANDLE_HEIGHT, WORKING_SPACE, WORKING_SPACE_DEPTH } from '../reference/working-space.ts';

/** A rule that is not a gear type’s own, with whose it is. */
export type SharedRule = {
  readonly rule: ClearanceRule;
  readonly owner: string;
  /** The gear it is about; null for all. */
  readonly kinds: readonly GearKind[] | null;
  /** Gives way to a rule of the gear’s own about the same: a listing may say less. */
  readonly yieldsToOwn: boolean;
};

/** How high handles may be: the centre in its highest position above the floor. */
type HandleLimit = { readonly mostMm: number; readonly source: SourceRef };

/** The space kept over and under gear of some kinds, that nothing foreign may run in. */
type KeptSpace = {
  readonly kinds: readonly GearKind[];
  readonly foreign: readonly Obstacle['kind'][];
  readonly aboveMm: number;
  readonly source: SourceRef;
};

/** The room a person needs before gear: as deep as voltage and what is opposite ask for, or a gangway of one width. */
type RoomInFront = {
  readonly depth: 'by-voltage' | number;
  /** At least so wide, and as wide as the gear; 0 for as wide as the gear. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** How far gear above or below on the same face may stand out beyond the front; 0 where the code allows nothing. */
  readonly mayProtrudeMm: number;
  readonly source: SourceRef;
};

/** What a code asks of gear that hangs, where it is in force. */
export type CodePack = {
  readonly basis: Plan['codeBasis'];
  readonly setting: Plan['site']['setting'];
  readonly rules: readonly SharedRule[];
  readonly handles: HandleLimit | null;
  readonly kept: KeptSpace | null;
  readonly roomInFront: RoomInFront | null;
};

const threeFeet = { value: BATTERY_SPACING.distanceIn, unit: 'in' } as const;

/** What the codes ask around gear, as rules like any other. */
const PACKS: readonly CodePack[] = [
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
    handles: {
      mostMm: mmFromInch(HANDLE_HEIGHT.mostFtIn[0] * 12 + HANDLE_HEIGHT.mostFtIn[1]),
      source: HANDLE_HEIGHT.source,
    },
    kept: {
      kinds: ['load-centre'],
      foreign: ['pipe', 'fuel-line', 'vent', 'fan'],
      aboveMm: mmFromInch(WORKING_SPACE.dedicatedAboveFt * 12),
      source: WORKING_SPACE.dedicated,
    },
    roomInFront: {
      depth: 'by-voltage',
      widthMm: mmFromInch(WORKING_SPACE.widthIn),
      heightMm: mmFromInch(WORKING_SPACE.heightIn),
      mayProtrudeMm: mmFromInch(WORKING_SPACE.mayProtrudeIn),
      source: WORKING_SPACE_DEPTH.source,
    },
  },
  {
    basis: 'iec',
    setting: 'building',
    rules: [],
    handles: null,
    kept: null,
    roomInFront: {
      depth: GANGWAY.widthMm,
      widthMm: 0,
      heightMm: GANGWAY.heightMm,
      mayProtrudeMm: 0,
      source: GANGWAY.source,
    },
  },
];

/** The pack in force for a plan; null where no code of ours speaks, as in what moves. */
export function codePackOf({ codeBasis, site }: Pick<Plan, 'codeBasis' | 'site'>): CodePack | null {
  return PACKS.find(({ basis, setting }) => basis === codeBasis && setting === site.setting) ?? null;
}

/** The rules for all gear of a job: its own, and those of its code basis. */
export const sharedRules = single((model: Model): readonly SharedRule[] => {
  const own = model.rules.list.map((rule): SharedRule => ({
    rule,
    owner: 'this job',
    kinds: null,
    yieldsToOwn: false,
  }));
  return [...own, ...(codePackOf(model.plan)?.rules ?? [])];
});
