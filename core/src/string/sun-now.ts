import type { Prepared } from '../check/prepared.ts';
import { currentAt, powerPeaks, type PowerPoint } from './curve.ts';
import { jobScene } from './scene.ts';
import { Lighting } from './shade-year.ts';
import { sunAt, timeOf } from './sun.ts';
import { AS_WIRED, wiringsToCompare } from './array-year.ts';
import { wiredCurve } from './wiring.ts';

/** A moment of the year by the clock of the place, and modules that a person shades by hand, `field/module`: 1 is dark. */
export type SunAsk = {
  readonly day: number;
  readonly hour: number;
  readonly byHand: Readonly<Record<string, number>>;
  readonly batteryV: number | null;
};

export type CurvePoint = { readonly volts: number; readonly amps: number; readonly watts: number };

/** Strings at one input, at that moment. */
export type CurveNow = {
  readonly points: readonly CurvePoint[];
  /** Most first: a tracking controller works at one of them, at the first if it looks for it. */
  readonly peaks: readonly PowerPoint[];
  /** Where a pulse-width controller works; null where the battery’s voltage is not known. */
  readonly pulseWidth: PowerPoint | null;
};

export type SunNow = {
  /** To whole degrees: a person holds up a hand. */
  readonly azimuthDeg: number;
  readonly elevationDeg: number;
  /** By module, group by group, how much of the beam is lost. */
  readonly shaded: Readonly<Record<string, readonly number[]>>;
  /** Light on each module, W/m²: of its brightest group. */
  readonly lightWm2: Readonly<Record<string, number>>;
  readonly inputs: readonly CurveNow[];
  readonly powerW: number;
};

/** Points of a curve that are shown. */
const SHOWN = 80;

/** The array at one moment; null where nobody said where the job stands. At night all is dark. */
export function sunNow(prepared: Prepared, { day, hour, byHand, batteryV }: SunAsk): SunNow | null {
  const { place } = prepared.plan.site;
  if (place === null) return null;
  const { modules, scene } = jobScene(prepared);
  const utcMs = timeOf(day, hour, place.longitudeDeg);
  const position = sunAt(utcMs, place.latitudeDeg, place.longitudeDeg);
  const now = new Lighting({ ...scene, place }).at(utcMs);
  const shaded: Record<string, number[]> = {};
  const lightWm2: Record<string, number> = {};
  const handOf = new Float64Array(modules.reduce((sum, { wired }) => sum + wired.groups, 0)).fill(1);
  for (const { placed, wired } of modules) {
    const key = `${placed.field}/${placed.id}`;
    const light = Array.from(
      { length: wired.groups },
      (_, group) => now?.lightWm2[wired.firstGroup + group] ?? 0,
    );
    const hand = byHand[key] ?? 0;
    for (let group = 0; group < wired.groups; group++) handOf[wired.firstGroup + group] = 1 - hand;
    shaded[key] = Array.from({ length: wired.groups }, (_, group) =>
      Math.max(hand, now?.shaded[wired.firstGroup + group] ?? 0),
    );
    lightWm2[key] = Math.max(...light) * (1 - hand);
  }
  const [wiring] = wiringsToCompare(prepared);
  const trackers = wiring?.name === AS_WIRED ? wiring.trackers : [];
  const inputs = trackers.map((strings): CurveNow => {
    const curve = wiredCurve(
      modules.map(({ wired }) => wired),
      strings,
      (group) => (now?.lightWm2[group] ?? 0) * (handOf[group] ?? 1),
    );
    const last = curve.volts.length - 1;
    const points = Array.from({ length: SHOWN + 1 }, (_, step): CurvePoint => {
      const at = Math.round((last * step) / SHOWN);
      const [volts, amps] = [curve.volts[at] ?? 0, Math.max(0, curve.amps[at] ?? 0)];
      return { volts, amps, watts: volts * amps };
    });
    const pulse = batteryV === null ? 0 : currentAt(curve, batteryV);
    return {
      points,
      peaks: powerPeaks(curve),
      pulseWidth:
        batteryV === null ? null : { voltageV: batteryV, currentA: pulse, powerW: pulse * batteryV },
    };
  });
  return {
    azimuthDeg: Math.round(position.azimuthDeg),
    elevationDeg: Math.round(position.elevationDeg),
    shaded,
    lightWm2,
    inputs,
    powerW: inputs.reduce((sum, { peaks }) => sum + (peaks[0]?.powerW ?? 0), 0),
  };
}
