import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import { FIRST_ENERGY } from '../plan/energy.ts';
import { NEW_PENETRATION } from '../plan/penetration.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import {
  boxObstacle,
  faceOf,
  foldOf,
  hungAtMm,
  lineObstacle,
  modulesInRows,
  planOf,
  rectangle,
  reverseOf,
  seriesOf,
  spacedFraming,
} from './parts.ts';

const inch = mmFromInch;
/** The beam over the stern is narrower than two modules of 26 5/16 in side by side. */
const BEAM = inch(50);
const ARCH_LENGTH = inch(72);
const LOCKER_WIDTH = inch(48);
const LOCKER_HEIGHT = inch(30);
const DECK_WIDTH = inch(18);

const archTop = faceOf({
  id: 'arch-top',
  name: 'Arch, seen from above',
  kind: 'roof',
  side: 'outside',
  material: 'material-tube',
  points: rectangle(BEAM, ARCH_LENGTH),
  thicknessMm: inch(1.25),
  stands: { originMm: [0, inch(-40), inch(80)], turnDeg: 0, tiltDeg: 90 },
  framing: [
    spacedFraming('hoops', 'arch hoops', 'spar', inch(1.25), [inch(6), inch(30)], {
      axis: 'horizontal',
      stuff: 'steel',
      species: 'Stainless tube, 1 1/4 in',
      memberDepthMm: inch(1.25),
      toleranceMm: inch(0.25),
    }),
  ],
  obstacles: [
    lineObstacle(
      'backstay',
      'Backstay',
      'rigging',
      [
        [inch(25), inch(64)],
        [inch(25), ARCH_LENGTH],
      ],
      inch(0.5),
      {
        standsOutMm: inch(96),
        clearMm: inch(3),
      },
    ),
    boxObstacle('antenna', 'Antenna mast', 'rigging', [inch(2), inch(62), inch(5), inch(5)], {
      standsOutMm: inch(30),
      clearMm: inch(2),
    }),
  ],
  conditions: { location: 'wet', sun: 'full', meanMaxTempC: 33 },
});

const locker = faceOf({
  id: 'locker-bulkhead',
  name: 'Locker bulkhead',
  kind: 'compartment',
  material: 'material-plywood',
  points: rectangle(LOCKER_WIDTH, LOCKER_HEIGHT),
  thicknessMm: inch(0.75),
  obstacles: [
    lineObstacle(
      'fuel-line',
      'Fuel line behind',
      'fuel-line',
      [
        [0, inch(4)],
        [LOCKER_WIDTH, inch(7)],
      ],
      inch(0.75),
      {
        isHidden: true,
        noDrillMm: inch(3),
      },
    ),
  ],
  conditions: {
    location: 'damp',
    air: {
      kind: 'closed',
      widthMm: LOCKER_WIDTH,
      heightMm: LOCKER_HEIGHT,
      depthMm: inch(24),
      vents: [{ diameterMm: inch(3), heightMm: inch(26) }],
    },
  },
});

const cockpit = reverseOf(locker, 'cockpit-side', 'Bulkhead, cockpit side', {
  conditions: { location: 'wet', sun: 'part' },
});

const lockerFloor = faceOf({
  id: 'locker-floor',
  name: 'Locker sole',
  kind: 'floor',
  material: 'material-glass-fibre',
  points: rectangle(LOCKER_WIDTH, inch(24)),
  thicknessMm: inch(0.25),
});

/** Over the locker: a cored deck, seen from below with the head to the bulkhead. */
const underDeck = faceOf({
  id: 'under-deck',
  name: 'Side deck, from below',
  kind: 'roof',
  material: 'material-glass-fibre',
  points: rectangle(LOCKER_WIDTH, DECK_WIDTH),
  thicknessMm: inch(1),
  layers: [{ is: 'wood', thicknessMm: inch(0.625) }],
  conditions: { location: 'damp' },
});

const sideDeck = reverseOf(underDeck, 'side-deck', 'Side deck', {
  conditions: { location: 'wet', sun: 'full', meanMaxTempC: 33 },
});

/** The survey launch, as sketched: a controller hung where a screw would meet the fuel line’s band. Invented. */
export function surveyLaunch(): Plan {
  return planOf({
    name: 'Pebble Hythe survey launch',
    codeBasis: 'us',
    setting: 'mobile',
    travel: 'away',
    conditions: {
      location: 'damp',
      meanMaxTempC: 26,
      designLowTempC: -6,
      designHighTempC: 35,
      windSpeedMps: 36,
    },
    rootFace: 'locker-bulkhead',
    faces: [locker, cockpit, lockerFloor, underDeck, sideDeck, archTop],
    folds: [
      foldOf('sole-line', ['locker-bulkhead', 0], ['locker-floor', 2], 90),
      foldOf('deck-line', ['locker-bulkhead', 2], ['under-deck', 0], 90),
    ],
    gear: [
      'charge-controller-30a',
      'solar-module-175w',
      'array-junction-box',
      'dc-disconnect-60a',
      'battery-12v-100ah',
      'dc-panel-12v',
    ],
    placements: [
      hungAtMm(
        'controller',
        'Tracking controller',
        'charge-controller-30a',
        'locker-bulkhead',
        inch(14),
        inch(14),
      ),
      hungAtMm('disconnect', 'Array disconnect', 'dc-disconnect-60a', 'locker-bulkhead', inch(30), inch(24)),
      hungAtMm('panel', 'House panel', 'dc-panel-12v', 'locker-bulkhead', inch(42), inch(21)),
      hungAtMm('battery', 'House battery', 'battery-12v-100ah', 'locker-floor', inch(30), inch(16)),
      hungAtMm('arch-box', 'Arch foot box', 'array-junction-box', 'side-deck', inch(20), inch(15)),
    ],
    place: { latitudeDeg: 47.6, longitudeDeg: -2.9, rootFacesDeg: 0 },
    moduleFields: [
      {
        id: 'arch-field',
        name: 'Arch field',
        face: 'arch-top',
        type: 'solar-module-175w',
        gapAcrossMm: inch(0.75),
        gapUpMm: inch(0.75),
        modules: modulesInRows([[2, inch(-1.675), inch(1)]], inch(26.3 + 0.75)),
        tilt: null,
        liftMm: null,
        support: {
          school: 'seam-clamp',
          rail: 'tube-32',
          runs: 'up',
          bars: 2,
          isShared: false,
          mostSpanMm: null,
          approvedUpN: null,
          uplift: null,
          bonding: 'jumpers',
        },
      },
    ],
    moduleStrings: ['m1', 'm2'].map((module, index) =>
      seriesOf(`string-${index + 1}`, `Module ${index + 1}`, [{ field: 'arch-field', module }]),
    ),
    surroundings: [],
    circuits: [
      newCircuit('us', {
        id: 'array-leads',
        name: 'Arch to disconnect',
        carries: 'array',
        from: { at: 'strings', strings: ['string-1', 'string-2'] },
        to: atGear('disconnect', 'lines'),
        protection: { by: 'none' },
        // One sheathed cable of two and an earth.
        wire: {
          made: { as: 'cable', diameterMm: 13 },
          size: { by: 'awg', size: '6' },
          hasEarth: true,
        },
        // Down a tube of the arch to the box at its foot.
        lengthMm: inch(14 * 12),
      }),
      newCircuit('us', {
        id: 'array-in',
        name: 'Disconnect to controller',
        carries: 'array',
        from: atGear('disconnect', 'lines'),
        to: atGear('controller', 'all'),
        protection: { by: 'none' },
      }),
      newCircuit('us', {
        id: 'charging',
        name: 'Battery to controller',
        carries: 'battery',
        from: atGear('battery', 'studs'),
        to: atGear('controller', 'all'),
        // A fuse on the battery’s post.
        device: { at: 'from', awayMm: inch(4) },
        lengthMm: inch(3 * 12),
      }),
      newCircuit('us', {
        id: 'house-feed',
        name: 'Battery to house panel',
        carries: 'dc-load',
        from: atGear('battery', 'studs'),
        to: atGear('panel', 'main'),
        currentA: 60,
        voltageV: 12.8,
        device: { at: 'from', awayMm: inch(4) },
        lengthMm: inch(5 * 12),
      }),
      newCircuit('us', {
        id: 'house-loads',
        name: 'House panel to instruments',
        carries: 'dc-load',
        from: atGear('panel', 'main'),
        to: { at: 'outside', what: 'loads' },
        currentA: 15,
        voltageV: 12.8,
        mostDropPct: 3,
        lengthMm: inch(15 * 12),
      }),
      newCircuit('us', {
        id: 'negative-bond',
        name: 'Battery negative to engine block',
        carries: 'bond',
        from: atGear('battery'),
        to: { at: 'outside', what: 'earth' },
        lengthMm: inch(9 * 12),
      }),
    ],
    energy: {
      ...FIRST_ENERGY,
      loads: [
        {
          id: 'sounder',
          name: 'Echo sounder',
          powerW: 25,
          count: 1,
          hoursPerDay: 7,
          dutyPct: 100,
          isAc: false,
        },
        { id: 'plotter', name: 'Plotter', powerW: 18, count: 1, hoursPerDay: 9, dutyPct: 100, isAc: false },
        {
          id: 'fridge',
          name: 'Sample fridge',
          powerW: 45,
          count: 1,
          hoursPerDay: 24,
          dutyPct: 30,
          isAc: false,
        },
        { id: 'pump', name: 'Bilge pump', powerW: 50, count: 1, hoursPerDay: 0.5, dutyPct: 100, isAc: false },
      ],
    },
    penetrations: [
      {
        id: 'deck-entry',
        name: 'Deck entry',
        face: 'side-deck',
        xMm: inch(20),
        yMm: inch(4),
        ...NEW_PENETRATION,
        entry: { kind: 'gland', gland: 'M25' },
        hasPullString: true,
      },
    ],
    runs: [
      {
        id: 'deck-run',
        name: 'Arch foot to disconnect',
        from: { placement: 'arch-box', knockout: 'bottom' },
        to: { placement: 'disconnect', knockout: 'top' },
        ...newRun('us'),
        circuits: ['array-leads'],
      },
      {
        id: 'array-link',
        name: 'Array link',
        from: { placement: 'disconnect', knockout: 'bottom' },
        to: { placement: 'controller', knockout: 'bottom' },
        ...newRun('us'),
        circuits: ['array-in'],
      },
    ],
  });
}
