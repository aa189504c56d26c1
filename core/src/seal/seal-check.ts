import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type FindingParts,
  type Fix,
  type Found,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { PENETRATIONS } from '../check/subjects.ts';
import { faceName, obstacleName, penetrationName } from '../plan/names.ts';
import type { Penetration, SealSchool } from '../plan/penetration.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { practice, published } from '../reference/source.ts';
import { distanceToObstacleMm } from '../site/obstacle-zone.ts';
import { pitchDeg } from '../site/pitch.ts';
import { freeSideOf, WAY_WORDS, weatherWays } from './lee.ts';
import { isHousingUsed } from './penetration-spot.ts';
import { findPenetrationSides, outerSide, type PenetrationSides } from './penetration-sides.ts';
import { SCHOOLS, unfitOn } from './schools.ts';
import { schoolOf } from './seal-stack.ts';

/** A dark skin in full sun is hotter than the air by about so much (practice), K. */
const SUN_RISE_K = 40;
/** Butyl flows on a slope that is hotter than this (practice), °C, and steeper than this. */
const BUTYL_CREEPS = { fromC: 70, fromDeg: 10 } as const;
/** Near a fuel or gas line a spark or a chafed cable is more than a leak (practice), mm. */
const FUEL_NEAR_MM = 300;

const meta: CheckMeta = {
  id: 'seal.stack',
  looksAt:
    'How penetrations are sealed: the school against the skin, entries against travel and water, rated walls, fuel and floors of moving bodies',
  severity: 'fix',
  source: practice('A seal that suits its skin, with its entries in the lee'),
  parameters: [
    { name: 'Skin in the sun above the air', value: SUN_RISE_K, unit: 'kelvin', why: 'A dark roof at noon' },
    {
      name: 'Butyl creeps on a slope from',
      value: BUTYL_CREEPS.fromC,
      unit: 'degC',
      why: 'It softens and flows',
    },
    { name: 'Near a fuel line', value: FUEL_NEAR_MM, unit: 'mm', why: 'A chafed cable beside fuel burns' },
  ],
  messages: {
    unfit: '{penetration} is to be sealed by “{school}” on {skin}: {why}.',
    creep:
      '{penetration} is bedded in butyl on a slope that the sun heats to about {measured}; from {required} on it creeps.',
    travel: 'The entries of {penetration} face the way of travel: spray is driven in. Turn them {way}.',
    'up-slope': 'The entries of {penetration} face up the slope: water runs in. Turn them {way}.',
    'which-way': 'Where the entries of {penetration} face is not said: turn them {way}, {why}.',
    'fire-stop':
      '{penetration} goes through {face}, which is rated {minutes}: a listed fire-stop is needed, made as its sheet draws it.',
    fuel: '{penetration} is {measured} from {line}; within {required} of fuel or gas a chafed cable starts a fire. Choose another place, or sleeve and separate it as the code asks.',
    floor:
      '{penetration} goes through the floor of a body that moves: keep it above bilge and road water, sleeve the cables against chafe, and seal from below.',
    'no-housing':
      '{penetration} is to use a housing that is there, and no vent, fan or hatch is drawn at its place on {face}.',
  },
  afterDrilling: ['fire-stop'],
  fixMessages: {
    'use-school': 'Seal it by “{school}”',
    turn: 'Turn its entries {way}',
  },
};

const SKIN_WORDS = {
  'painted-metal': 'painted sheet',
  'bare-metal': 'bare metal',
  membrane: 'a membrane',
  laminate: 'laminate',
  shingles: 'shingles',
  tiles: 'tiles',
  wood: 'wood',
  masonry: 'masonry',
  board: 'board',
  plastic: 'plastic',
  unknown: 'a skin that nobody named',
} as const;

function checkPenetration(prepared: Prepared, penetration: Penetration): Found[] {
  const sides = findPenetrationSides(prepared, penetration);
  if (sides === null) return [];
  return [
    ...schoolFindings(prepared, sides),
    ...wayFindings(prepared, sides),
    ...fireFindings(sides),
    ...bodyFindings(prepared, sides),
    ...housingFindings(sides),
  ];
}

function found(sides: PenetrationSides, parts: Omit<FindingParts, 'subjects' | 'at'>): Found {
  const { penetration } = sides;
  return findingOf(meta, {
    ...parts,
    data: { penetration: penetrationName(penetration.id), ...parts.data },
    subjects: [{ kind: 'penetration', id: penetration.id }],
    at: { face: penetration.face, xMm: penetration.xMm, yMm: penetration.yMm },
  });
}

function setOf(penetration: Penetration, more: Partial<Penetration>): Fix['edits'] {
  return [{ kind: 'set-penetration', penetration: { ...penetration, ...more } }];
}

function useSchool(penetration: Penetration, school: SealSchool): Fix {
  return {
    message: 'use-school',
    data: { school: SCHOOLS[school].name },
    edits: setOf(penetration, { school }),
  };
}

function schoolFindings(prepared: Prepared, sides: PenetrationSides): Found[] {
  const { penetration } = sides;
  const { outer, isOutside } = outerSide(sides);
  const { school, suggested, skin } = schoolOf(prepared, sides);
  if (!isOutside) return [];
  const unfit = unfitOn(school, skin);
  const fixes = () => (school === suggested.school ? [] : [useSchool(penetration, suggested.school)]);
  const wrong =
    unfit === null
      ? []
      : [
          found(sides, {
            message: 'unfit',
            severity: unfit.severity,
            data: { school: SCHOOLS[school].name, skin: SKIN_WORDS[skin], why: unfit.why },
            fixes,
          }),
        ];
  const { meanMaxTempC, sun } = outer.face.conditions;
  const frame = prepared.site.frames.get(outer.face.id);
  const skinC =
    meanMaxTempC.value + (sun.value === 'full' ? SUN_RISE_K : sun.value === 'part' ? SUN_RISE_K / 2 : 0);
  const isSloping = frame !== undefined && pitchDeg(frame) > BUTYL_CREEPS.fromDeg;
  if (SCHOOLS[school].bed !== 'butyl-tape' || !isSloping || isBelow(skinC, BUTYL_CREEPS.fromC, 'degC'))
    return wrong;
  return [
    ...wrong,
    found(sides, {
      message: 'creep',
      severity: 'ask',
      data: {},
      measured: { value: skinC, unit: 'degC' },
      required: { value: BUTYL_CREEPS.fromC, unit: 'degC' },
      working: () => ({
        title: 'Heat of the skin under the base',
        formula: 'skin = air + sun',
        inputs: [
          {
            symbol: 'air',
            name: 'Mean daily maximum of the hottest month',
            value: { value: meanMaxTempC.value, unit: 'degC' },
          },
          {
            symbol: 'sun',
            name: 'A skin in the sun above it',
            value: { value: skinC - meanMaxTempC.value, unit: 'kelvin' },
          },
        ],
        result: { name: 'Skin', value: { value: skinC, unit: 'degC' } },
        source: practice('A dark roof in full sun lies about 40 K above the air'),
        notes: ['Measure the real roof on a hot day: a white one is far cooler.'],
      }),
      fixes: () =>
        (['bonded', 'silicone'] as const)
          .filter((other) => unfitOn(other, skin) === null)
          .map((other) => useSchool(penetration, other)),
    }),
  ];
}

/** Only what has entries on its side faces any way: a gland stands straight out, a pipe goes straight up. */
function wayFindings(prepared: Prepared, sides: PenetrationSides): Found[] {
  const { penetration } = sides;
  if (penetration.entry.kind !== 'box' && penetration.entry.kind !== 'hood') return [];
  const lee = freeSideOf(prepared, sides);
  if (lee === null) return [];
  const turn = () => [
    {
      message: 'turn',
      data: { way: WAY_WORDS[lee.opensTo] },
      edits: setOf(penetration, { opensTo: lee.opensTo }),
    },
  ];
  const data = { way: WAY_WORDS[lee.opensTo] };
  if (penetration.opensTo === null) {
    return [
      found(sides, { message: 'which-way', severity: 'ask', data: { ...data, why: lee.why }, fixes: turn }),
    ];
  }
  return weatherWays(prepared, sides)
    .filter(({ way }) => way === penetration.opensTo)
    .slice(0, 1)
    .map(({ from }) => found(sides, { message: from, data, fixes: turn }));
}

function fireFindings(sides: PenetrationSides): Found[] {
  const rated = [sides.here, sides.there].find(({ face }) => face.face.fireRatedMinutes !== null);
  const minutes = rated?.face.face.fireRatedMinutes;
  if (rated === undefined || minutes == null || sides.penetration.done.includes('fire-stop')) return [];
  return [
    found(sides, {
      message: 'fire-stop',
      severity: 'stop',
      source: published('NEC (NFPA 70)', '300.21', '2023'),
      data: { face: faceName(rated.face.id), minutes: { value: minutes, unit: 'minutes' } },
    }),
  ];
}

function bodyFindings(prepared: Prepared, sides: PenetrationSides): Found[] {
  const lines = [sides.here, sides.there].flatMap(({ face, at }) =>
    face.obstacles
      .filter(({ kind }) => kind === 'fuel-line')
      .map((obstacle) => ({
        name: obstacleName(face.id, obstacle.id),
        distanceMm: Math.max(0, distanceToObstacleMm(obstacle, at)),
      })),
  );
  const [nearest] = lines.sort((a, b) => a.distanceMm - b.distanceMm);
  const fuel =
    nearest === undefined || !isBelow(nearest.distanceMm, FUEL_NEAR_MM, 'mm')
      ? []
      : [
          found(sides, {
            message: 'fuel',
            severity: 'ask',
            data: { line: nearest.name },
            measured: { value: nearest.distanceMm, unit: 'mm' },
            required: { value: FUEL_NEAR_MM, unit: 'mm' },
          }),
        ];
  const isFloor = [sides.here, sides.there].some(({ face }) => face.face.kind === 'floor');
  return prepared.plan.site.setting === 'mobile' && isFloor && isFloorOpen(sides)
    ? [...fuel, found(sides, { message: 'floor', severity: 'ask', data: {} })]
    : fuel;
}

/** Until its edge was looked at and it was found tight. */
function isFloorOpen({ penetration }: PenetrationSides): boolean {
  return !penetration.done.includes('check-edge');
}

function housingFindings(sides: PenetrationSides): Found[] {
  if (sides.penetration.entry.kind !== 'existing') return [];
  const { outer } = outerSide(sides);
  const isThere = outer.face.obstacles.some(
    (obstacle) =>
      isHousingUsed(sides.penetration, obstacle) &&
      !isAbove(distanceToObstacleMm(obstacle, outer.at), 0, 'mm'),
  );
  return isThere ? [] : [found(sides, { message: 'no-housing', data: { face: faceName(outer.face.id) } })];
}

export const sealStackCheck: Check = checkOf(meta, lookAt(PENETRATIONS, checkPenetration));
