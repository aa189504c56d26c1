import { BYPASS_V, innerVoltageAt, type Diode } from './diode.ts';

/** Groups of cells that are alike, in one string. */
export type GroupsAlike = { readonly diode: Diode; readonly count: number };

/** A string: its groups in series, each with a bypass diode; or none where `bypassed` is false. */
export type StringToCurve = { readonly groups: readonly GroupsAlike[] };

/** Current against voltage of what is wired together, from 0 V up to its open circuit. */
export type Curve = { readonly volts: Float64Array; readonly amps: Float64Array };

export type PowerPoint = { readonly voltageV: number; readonly currentA: number; readonly powerW: number };

/** How finely a curve is drawn: currents at which its strings are worked out, voltages at which their currents are added. */
export type CurveDetail = { readonly currents: number; readonly voltages: number };
const FINE: CurveDetail = { currents: 160, voltages: 320 };
/** Of more kinds of light than this, each has only the currents about its knee. */
const FEW_KINDS = 8;
const KNEE = [0.97, 0.995, 1.0001];
/** Enough for the most power of an hour, within three thousandths. */
export const COARSE: CurveDetail = { currents: 56, voltages: 120 };
/** Where no current is a string’s own, the knee of each kind takes more of them. */
export const WIDE_KNEE = [0.8, 0.87, 0.9, 0.92, 0.935, 0.95, 0.965, 0.98, 0.99, 0.997, 1.0001];

/** Currents that serve any groups of these photocurrents, falling: evenly, and crowded where each kind bends. */
export function currentsFor(photo: readonly number[], steps: number, knee: readonly number[]): Float64Array {
  const mostA = Math.max(0, ...photo);
  const all = new Set<number>([0, -0.02 * mostA]);
  for (let step = 0; step <= steps; step++) all.add((mostA * step) / steps);
  for (const each of photo) for (const part of knee) all.add(each * part);
  return falling(all);
}

function falling(all: ReadonlySet<number>): Float64Array {
  return Float64Array.from(all).sort((a, b) => b - a);
}

/**
 * The curve of strings side by side: in each string every group carries one current, what it cannot carry goes through its
 * bypass diode; strings side by side have one voltage, and their currents add. A string in less light draws current backwards
 * where the others lift it above its open circuit.
 */
export function curveOf(
  strings: readonly StringToCurve[],
  { currents, voltages }: CurveDetail = FINE,
): Curve {
  const tables = strings.map((string) => tableOf(string, currents));
  const volts = voltagesTo(Math.max(0, ...tables.map((table) => table.volts.at(-1) ?? 0)), voltages);
  const amps = new Float64Array(voltages);
  for (const table of tables) addTimes(currentsAt(table, volts), 1, amps);
  return { volts, amps };
}

/** So many voltages from 0 to the open circuit. */
export function voltagesTo(openV: number, samples: number): Float64Array {
  return Float64Array.from({ length: samples }, (_, index) => (openV * index) / (samples - 1));
}

/** Of one string: volts that rise with the amperes that fall, from the short circuit to beyond the open one. */
export function tableOf({ groups }: StringToCurve, steps: number): Curve {
  const kinds = [...new Set(groups.map(({ diode }) => diode.photoA))];
  // Many kinds of light crowd the currents by themselves: each needs only its own knee.
  const amps = kinds.length > FEW_KINDS ? currentsFor(kinds, steps, KNEE) : crowded(kinds, steps);
  const volts = new Float64Array(amps.length);
  for (const { diode, count } of groups) addTimes(voltsOf(diode, amps), count, volts);
  return { volts, amps };
}

/** Currents that crowd where curves bend: just under what each kind of group gives. */
function crowded(kinds: readonly number[], steps: number): Float64Array {
  const all = new Set<number>([0, -0.02 * Math.max(0, ...kinds)]);
  const count = Math.ceil((2 * steps) / (kinds.length + 1)) + 6;
  for (const each of kinds) {
    for (let step = 0; step <= count; step++) all.add(each * (1 - (1 - step / count) ** 2.5));
    all.add(each * 1.0001);
  }
  return falling(all);
}

/** Volts of one group with its bypass diode at currents that fall. */
export function voltsOf(diode: Diode, amps: Float64Array): Float64Array {
  const volts = new Float64Array(amps.length);
  // Not beyond what lets the exponential grow out of bounds: the open circuit is where it equals the light.
  let inner = -BYPASS_V;
  for (let index = 0; index < amps.length; index++) {
    const currentA = amps[index] ?? 0;
    if (currentA > diode.photoA + BYPASS_V / diode.shuntOhm + 1e-12) {
      volts[index] = -BYPASS_V;
      continue;
    }
    inner = innerVoltageAt(diode, currentA, inner);
    volts[index] = Math.max(-BYPASS_V, inner - currentA * diode.seriesOhm);
  }
  return volts;
}

/** So many times the one, added to the other. */
export function addTimes(one: Float64Array, count: number, into: Float64Array): void {
  for (let index = 0; index < into.length; index++)
    into[index] = (into[index] ?? 0) + count * (one[index] ?? 0);
}

/** Currents of one string at voltages that rise, from its table. */
export function currentsAt({ volts, amps }: Curve, at: Float64Array): Float64Array {
  const currents = new Float64Array(at.length);
  let index = 0;
  for (let sample = 0; sample < at.length; sample++) {
    const voltageV = at[sample] ?? 0;
    while (index < volts.length - 2 && (volts[index + 1] ?? 0) < voltageV) index++;
    const v0 = volts[index] ?? 0;
    const v1 = volts[index + 1] ?? 0;
    const i0 = amps[index] ?? 0;
    const part = v1 === v0 ? 0 : Math.max(0, (voltageV - v0) / (v1 - v0));
    // Past the table’s end the curve is as steep as there.
    currents[sample] = i0 + ((amps[index + 1] ?? 0) - i0) * part;
  }
  return currents;
}

/** Current at a voltage, A; 0 beyond the open circuit. */
export function currentAt({ volts, amps }: Curve, voltageV: number): number {
  const last = volts.length - 1;
  const step = (volts[last] ?? 0) / last;
  if (step <= 0 || voltageV >= (volts[last] ?? 0)) return 0;
  const index = Math.max(0, Math.min(last - 1, Math.floor(voltageV / step)));
  const part = voltageV / step - index;
  return (amps[index] ?? 0) * (1 - part) + (amps[index + 1] ?? 0) * part;
}

/** Every local maximum of power, most first; none in the dark. */
export function powerPeaks({ volts, amps }: Curve): PowerPoint[] {
  const peaks: PowerPoint[] = [];
  const power = (index: number) => (volts[index] ?? 0) * (amps[index] ?? 0);
  for (let index = 1; index < volts.length - 1; index++) {
    const [before, here, after] = [power(index - 1), power(index), power(index + 1)];
    if (here <= 0 || here < before || here <= after) continue;
    // A parabola through the three: the top lies within half a step.
    const bend = before - 2 * here + after;
    const shift = bend === 0 ? 0 : Math.max(-0.5, Math.min(0.5, (before - after) / (2 * bend)));
    const step = (volts[index] ?? 0) - (volts[index - 1] ?? 0);
    const voltageV = (volts[index] ?? 0) + shift * step;
    const powerW = here - ((before - after) * shift) / 4;
    peaks.push({ voltageV, currentA: powerW / voltageV, powerW });
  }
  return peaks.sort((a, b) => b.powerW - a.powerW || a.voltageV - b.voltageV);
}

/** The most power of one string by itself, W, from its table: by a parabola through the best of its currents and those beside it. */
export function mostOfTableW({ volts, amps }: Curve): number {
  const power = (index: number) => (volts[index] ?? 0) * (amps[index] ?? 0);
  let best = 0;
  for (let index = 1; index < amps.length; index++) if (power(index) > power(best)) best = index;
  const here = power(best);
  const width = (index: number) => (amps[index] ?? NaN) - (amps[best] ?? NaN);
  const [before, after] = [width(best - 1), width(best + 1)];
  // Of the parabola here + slope·x + bend·x²: its steepness to either neighbour.
  const [rise, fall] = [(power(best - 1) - here) / before, (power(best + 1) - here) / after];
  const bend = (rise - fall) / (before - after);
  const slope = rise - bend * before;
  return here > 0 && bend < 0 ? here - slope ** 2 / (4 * bend) : Math.max(0, here);
}

/** The most power there is, W; 0 in the dark. */
export function mostPowerW(curve: Curve): number {
  return powerPeaks(curve)[0]?.powerW ?? 0;
}
