// A table of invented gear in inches; longer than a file of logic would be.
import { NO_RATINGS, type GearType, type Knockout } from '../plan/gear-type.ts';
import { mmFromInch } from '../quantity/convert.ts';
import type { ConduitSize } from '../reference/conductor-sizes.ts';
import { bracketHole, fourHoles, knockoutAt, newGearType } from './new-gear.ts';
import { besideRules, plainRule } from './sample-rules.ts';

const inch = mmFromInch;

function knockout(
  id: string,
  edge: Knockout['edge'],
  alongIn: number,
  fromBackIn: number,
  tradeSize: ConduitSize,
): Knockout {
  return knockoutAt(id, edge, inch(alongIn), inch(fromBackIn), tradeSize);
}

function size(widthIn: number, heightIn: number, depthIn: number) {
  return { widthMm: inch(widthIn), heightMm: inch(heightIn), depthMm: inch(depthIn) };
}

export const INCH_SAMPLES: readonly GearType[] = [
  newGearType('inverter-8kw', 'Wall inverter 8 kW', 'inverter', {
    ...size(18.5, 27, 8.25),
    standoffMm: inch(0.75),
    dropMm: inch(24.875),
    sidePlayMm: inch(0.25),
    massKg: 45,
    location: 'outdoor',
    enclosure: 'Type 3R',
    heat: { lossW: 240, sheds: 'back' },
    maxAmbientC: 60,
    parts: [
      { id: 'body', name: 'Inverter', massKg: 37, box: null, order: 2, torqueNm: null },
      { id: 'wiring-box', name: 'Wiring box', massKg: 8, box: null, order: 1, torqueNm: 4 },
    ],
    knockouts: [
      knockout('dc', 'bottom', 4, 2.25, '3/4'),
      knockout('ac', 'bottom', 9.25, 2.25, '1'),
      knockout('data', 'bottom', 15, 2.25, '1/2'),
    ],
    bracketHoles: [
      bracketHole('left', inch(-8), 0, inch(0.1875), 12),
      bracketHole('right', inch(8), 0, inch(0.1875), 12),
    ],
    terminals: [
      {
        id: 'dc',
        name: 'DC, each pole',
        minMm2: 3.3,
        maxMm2: 13.4,
        torqueNm: 2.8,
        takes: 'clamp',
        ratedC: 75,
      },
      {
        id: 'ac',
        name: 'AC lines and neutral',
        minMm2: 8.3,
        maxMm2: 21.2,
        torqueNm: 3.4,
        takes: 'clamp',
        ratedC: 75,
      },
    ],
    ratings: {
      ...NO_RATINGS,
      maxVoltageV: 600,
      minVoltageV: 270,
      voltsToGroundV: 120,
      maxCurrentA: 33.3,
      powerW: 8000,
    },
    rules: besideRules('8 kW inverter', 'inch'),
  }),
  newGearType('wireway-6x6-10ft', 'Wireway 6″ × 6″, 10 ft', 'wireway', {
    ...size(120, 6, 6),
    dropMm: inch(6),
    massKg: 16,
    enclosure: 'Type 1',
    knockouts: [knockout('left-end', 'left', 3, 3, '2'), knockout('right-end', 'right', 3, 3, '2')],
    bracketHoles: [
      bracketHole('left', inch(-56), inch(-3), inch(0.1875)),
      bracketHole('middle', 0, inch(-3), inch(0.1875)),
      bracketHole('right', inch(56), inch(-3), inch(0.1875)),
    ],
  }),
  newGearType('dc-disconnect-60a', 'DC disconnect 60 A', 'disconnect', {
    ...size(8, 13.5, 4.5),
    dropMm: inch(12),
    massKg: 4.5,
    location: 'outdoor',
    enclosure: 'Type 3R',
    heat: { lossW: 12, sheds: 'front' },
    handles: [{ id: 'handle', name: 'Handle', upMm: inch(10) }],
    knockouts: [knockout('top', 'top', 4, 2, '3/4'), knockout('bottom', 'bottom', 4, 2, '3/4')],
    bracketHoles: [
      bracketHole('upper', 0, 0, inch(0.125)),
      bracketHole('lower-left', inch(-2.5), inch(-10.5), inch(0.125)),
      bracketHole('lower-right', inch(2.5), inch(-10.5), inch(0.125)),
    ],
    terminals: [{ id: 'lines', name: 'Lines', minMm2: 5.3, maxMm2: 21.1, torqueNm: 4, takes: 'clamp' }],
    device: { clears: false, opens: 'under-load', dcV: 600, isOneWay: false },
    ratings: { ...NO_RATINGS, maxVoltageV: 600, voltsToGroundV: 600, maxCurrentA: 60 },
  }),
  newGearType('load-centre-125a', 'Load center 125 A', 'load-centre', {
    ...size(14.5, 24, 4),
    dropMm: inch(22.5),
    massKg: 12,
    enclosure: 'Type 1',
    heat: { lossW: 25, sheds: 'front' },
    cover: { hinge: 'left', leafMm: inch(13) },
    handles: [{ id: 'main', name: 'Main breaker', upMm: inch(19) }],
    knockouts: [
      knockout('bottom-left', 'bottom', 4, 2, '1-1/4'),
      knockout('bottom-right', 'bottom', 10.5, 2, '1'),
    ],
    bracketHoles: fourHoles(inch(12), inch(21), inch(0.125)),
    terminals: [
      {
        id: 'main',
        name: 'Main lugs',
        minMm2: 13.3,
        maxMm2: 53.5,
        torqueNm: 5.6,
        takes: 'clamp',
        ratedC: 75,
      },
      {
        id: 'breakers',
        name: 'Branch breakers',
        minMm2: 2,
        maxMm2: 33.7,
        torqueNm: 3.4,
        takes: 'clamp',
        ratedC: 75,
      },
    ],
    ratings: { ...NO_RATINGS, maxVoltageV: 240, voltsToGroundV: 120, maxCurrentA: 125 },
  }),
  newGearType('array-junction-box', 'Array junction box', 'junction-box', {
    ...size(8, 6, 3),
    dropMm: inch(5.25),
    massKg: 1.4,
    location: 'outdoor',
    enclosure: 'Type 4X',
    knockouts: [knockout('bottom', 'bottom', 4, 1.5, '3/4')],
    bracketHoles: [
      bracketHole('left', inch(-3), 0, inch(0.125)),
      bracketHole('right', inch(3), 0, inch(0.125)),
    ],
  }),
  newGearType('battery-cabinet-10kwh', 'Battery cabinet 10 kWh', 'battery', {
    ...size(24, 42, 9.5),
    standoffMm: inch(0.5),
    dropMm: inch(39),
    sidePlayMm: inch(0.125),
    massKg: 118,
    enclosure: 'Type 1',
    heat: { lossW: 60, sheds: 'front' },
    maxAmbientC: 45,
    battery: { chemistry: 'lithium', cells: 16, capacityAh: 200 },
    parts: [
      { id: 'cabinet', name: 'Cabinet', massKg: 22, box: null, order: 1, torqueNm: 12 },
      { id: 'lower-module', name: 'Lower battery module', massKg: 48, box: null, order: 2, torqueNm: 4 },
      { id: 'upper-module', name: 'Upper battery module', massKg: 48, box: null, order: 3, torqueNm: 4 },
    ],
    knockouts: [knockout('top', 'top', 5, 4, '1-1/4'), knockout('bottom', 'bottom', 5, 4, '1-1/4')],
    bracketHoles: fourHoles(inch(16), inch(30), inch(0.1875), 12),
    terminals: [{ id: 'dc', name: 'DC studs', minMm2: 33.6, maxMm2: 67.4, torqueNm: 9, takes: 'stud' }],
    ratings: {
      ...NO_RATINGS,
      maxVoltageV: 58,
      minVoltageV: 44,
      voltsToGroundV: 58,
      maxCurrentA: 200,
      energyWh: 10_000,
    },
    rules: [
      {
        ...plainRule('10 kWh cabinet', 'any', 12, 'in'),
        id: 'openings',
        counterpart: 'opening',
      },
    ],
  }),
  newGearType('transfer-switch-200a', 'Transfer switch 200 A', 'transfer-switch', {
    ...size(16, 30, 7),
    dropMm: inch(28.5),
    massKg: 21,
    location: 'outdoor',
    enclosure: 'Type 3R',
    heat: { lossW: 35, sheds: 'front' },
    cover: { hinge: 'left', leafMm: inch(15) },
    handles: [{ id: 'handle', name: 'Handle', upMm: inch(22) }],
    knockouts: [
      knockout('bottom-left', 'bottom', 4, 3.5, '2'),
      knockout('bottom-right', 'bottom', 12, 3.5, '2'),
    ],
    bracketHoles: fourHoles(inch(12), inch(27), inch(0.1875)),
    terminals: [{ id: 'lugs', name: 'Lugs', minMm2: 33.6, maxMm2: 126.7, torqueNm: 31, takes: 'clamp' }],
    ratings: { ...NO_RATINGS, maxVoltageV: 240, voltsToGroundV: 120, maxCurrentA: 200 },
  }),
  newGearType('solar-module-400w', 'Solar module 400 W', 'solar-module', {
    ...size(44.6, 67.8, 1.2),
    // On rails, with the air gap that keeps it cool (common practice, no source).
    standoffMm: inch(4),
    dropMm: inch(67.8),
    massKg: 21.5,
    location: 'outdoor',
    enclosure: 'IP68',
    orientations: ['upright', 'on-left-side', 'on-right-side', 'flat'],
    ratings: { ...NO_RATINGS, maxVoltageV: 1000, powerW: 400 },
    solarModule: {
      pmaxW: 400,
      vocV: 37.1,
      iscA: 13.7,
      vmpV: 31.2,
      impA: 12.8,
      vocPctPerC: -0.27,
      maxFuseA: 25,
    },
  }),
  newGearType('solar-module-175w', 'Solar module 175 W, narrow', 'solar-module', {
    ...size(26.3, 58.5, 1.4),
    standoffMm: inch(1.5),
    dropMm: inch(58.5),
    massKg: 11.5,
    location: 'outdoor',
    enclosure: 'IP67',
    orientations: ['upright', 'on-left-side', 'on-right-side', 'flat'],
    ratings: { ...NO_RATINGS, maxVoltageV: 600, powerW: 175 },
    solarModule: {
      pmaxW: 175,
      vocV: 24.3,
      iscA: 9.2,
      vmpV: 20.1,
      impA: 8.71,
      vocPctPerC: -0.29,
      maxFuseA: 15,
    },
  }),
  newGearType('charge-controller-30a', 'Tracking controller 30 A', 'charge-controller', {
    ...size(5.1, 7.3, 2.75),
    dropMm: inch(6.7),
    massKg: 1.3,
    enclosure: 'IP43',
    heat: { lossW: 16, sheds: 'back' },
    standoffMm: inch(0.5),
    maxAmbientC: 60,
    knockouts: [knockout('bottom', 'bottom', 2.55, 1, '1/2')],
    bracketHoles: fourHoles(inch(4.2), inch(6), inch(0.125)),
    terminals: [
      { id: 'all', name: 'Battery and array', minMm2: 5.3, maxMm2: 13.3, torqueNm: 1.6, takes: 'clamp' },
    ],
    ratings: { ...NO_RATINGS, maxVoltageV: 100, voltsToGroundV: 100, maxCurrentA: 30, powerW: 440 },
    rules: [plainRule('30 A controller', 'above', 4, 'in'), plainRule('30 A controller', 'below', 4, 'in')],
  }),
];
