import {
  NO_RATINGS,
  type BracketHole,
  type GearKind,
  type GearType,
  type Knockout,
} from '../plan/gear-type.ts';
import { KG_PER_LB } from '../quantity/convert.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import type { ConduitSize } from '../reference/conductor-sizes.ts';

/** What every new type starts from: an upright box hung by its top edge, with nothing in it yet. */
export function newGearType(
  id: string,
  name: string,
  kind: GearKind,
  more: Partial<GearType> = {},
): GearType {
  const heightMm = more.heightMm ?? 400;
  return {
    id,
    name,
    kind,
    widthMm: 300,
    heightMm,
    depthMm: 150,
    standoffMm: 0,
    dropMm: heightMm,
    sidePlayMm: 0,
    massKg: 5,
    location: 'indoor',
    enclosure: '',
    orientations: ['upright'],
    heat: { lossW: 0, sheds: 'none' },
    parts: [],
    knockouts: [],
    bracketHoles: [],
    terminals: [],
    ratings: NO_RATINGS,
    maxAmbientC: null,
    cover: null,
    handles: [],
    battery: null,
    flush: null,
    board: null,
    solarModule: null,
    rules: [],
    origin: null,
    ...more,
  };
}

/** A type that somebody makes up, in round sizes of their trade, to be measured on the gear. */
export function firstGearType(codeBasis: 'us' | 'iec', id: string, name: string, kind: GearKind): GearType {
  const mm = (metric: number) => ofTrade(codeBasis, metric);
  return newGearType(id, name, kind, {
    widthMm: mm(300),
    heightMm: mm(400),
    dropMm: mm(400),
    depthMm: mm(150),
    massKg: codeBasis === 'us' ? 10 * KG_PER_LB : 5,
  });
}

export function bracketHole(
  id: string,
  xMm: number,
  yMm: number,
  pilotMm: number,
  torqueNm: number | null = null,
): BracketHole {
  return { id, xMm, yMm, pilotMm, torqueNm };
}

/** Four holes at the corners of a rectangle centred below the hook line. */
export function fourHoles(
  acrossMm: number,
  downMm: number,
  pilotMm: number,
  torqueNm: number | null = null,
): BracketHole[] {
  const half = acrossMm / 2;
  return [
    bracketHole('upper-left', -half, 0, pilotMm, torqueNm),
    bracketHole('upper-right', half, 0, pilotMm, torqueNm),
    bracketHole('lower-left', -half, -downMm, pilotMm, torqueNm),
    bracketHole('lower-right', half, -downMm, pilotMm, torqueNm),
  ];
}

export function knockoutAt(
  id: string,
  edge: Knockout['edge'],
  alongMm: number,
  fromBackMm: number,
  tradeSize: ConduitSize,
): Knockout {
  return { id, edge, alongMm, fromBackMm, tradeSize };
}
