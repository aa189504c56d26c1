import type { Air } from '../plan/conditions.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';

export type ClosedAir = Extract<Air, { kind: 'closed' }>;

/** Heat that leaves each m² of sealed metal or board in still air for each kelvin, W (practice; an estimate). */
export const SURFACE_W_PER_M2_K = 5.5;
/** Of air at about 35 °C. */
const AIR_KG_PER_M3 = 1.15;
const AIR_J_PER_KG_K = 1006;
/** Flow through a plain opening against the ideal. */
const DISCHARGE_RATIO = 0.6;
const GRAVITY_MPS2 = 9.80665;
const KELVIN = 273.15;

export type CompartmentRise = {
  readonly riseK: number;
  /** What the same space without vents would rise by. */
  readonly sealedRiseK: number;
  readonly flowM3PerH: number;
  readonly working: Working;
};

/**
 * How much warmer than the air around it a closed space becomes with gear that loses `lossW` in it. Sealed:
 * ΔT = P ÷ (h·A). With vents at two heights the stack flow Q = Cd·Ae·√(2·g·H·ΔT ÷ T) carries ρ·c·Q·ΔT away too
 * (ASHRAE Fundamentals, natural ventilation by stack effect, from memory). Vents at one height give no such flow.
 */
export function compartmentRise(air: ClosedAir, lossW: number, outsideC: number): CompartmentRise {
  const { widthMm, heightMm, depthMm } = air;
  const areaM2 = (2 * (widthMm * heightMm + widthMm * depthMm + heightMm * depthMm)) / 1e6;
  const sealedRiseK = lossW / (SURFACE_W_PER_M2_K * areaM2);
  const { effectiveM2, stackM } = stackOf(air);
  const flowAt = (riseK: number) =>
    DISCHARGE_RATIO *
    effectiveM2 *
    Math.sqrt((2 * GRAVITY_MPS2 * stackM * riseK) / (outsideC + KELVIN + riseK));
  const lostAt = (riseK: number) =>
    SURFACE_W_PER_M2_K * areaM2 * riseK + AIR_KG_PER_M3 * AIR_J_PER_KG_K * flowAt(riseK) * riseK;
  let [low, high] = [0, sealedRiseK];
  while (high - low > RISE_STEP_K) {
    const middle = (low + high) / 2;
    if (lostAt(middle) < lossW) low = middle;
    else high = middle;
  }
  const flowM3PerH = flowAt(high) * 3600;
  return {
    riseK: high,
    sealedRiseK,
    flowM3PerH,
    get working(): Working {
      return {
        title: 'Temperature rise in a closed space (an estimate)',
        formula: flowM3PerH > 0 ? 'P = h·A·ΔT + ρ·c·Q·ΔT,  Q = Cd·Ae·√(2·g·H·ΔT ÷ T)' : 'ΔT = P ÷ (h·A)',
        inputs: [
          { symbol: 'P', name: 'Heat its gear loses', value: { value: lossW, unit: 'W' } },
          lengthInput('w', 'Width', widthMm),
          lengthInput('t', 'Height', heightMm),
          lengthInput('d', 'Depth', depthMm),
          ...(flowM3PerH > 0
            ? [
                lengthInput('H', 'Height between lower and upper vents', stackM * 1000),
                {
                  symbol: 'Ae',
                  name: 'Vents in and out, in series',
                  value: { value: effectiveM2 * 1e4, unit: 'cm2' } as const,
                },
                { symbol: 'Q', name: 'Air it draws', value: { value: flowM3PerH, unit: 'm3PerH' } as const },
              ]
            : []),
        ],
        result: { name: 'Warmer than outside it by', value: { value: high, unit: 'kelvin' } },
        source: practice(
          `h = ${SURFACE_W_PER_M2_K} W/m²K for sealed metal or board in still air; stack flow with Cd = ${DISCHARGE_RATIO}`,
        ),
        notes: [
          {
            text: 'Its surface, A = 2·(w·t + w·d + t·d), is {area}, all of it taken to give off heat.',
            data: { area: { value: areaM2 * 1e4, unit: 'cm2' } },
          },
          'An estimate: sun on it, a wall that gives off nothing and heat shed outside change it. Measure once it runs.',
        ],
      };
    },
  };
}

const RISE_STEP_K = 1e-6;

/** Vents above and below the middle of them all, in series, and the height between. */
function stackOf({ vents }: ClosedAir): { readonly effectiveM2: number; readonly stackM: number } {
  const heights = vents.map(({ heightMm }) => heightMm);
  const middle = (Math.min(...heights) + Math.max(...heights)) / 2;
  const [low, high] = [
    vents.filter(({ heightMm }) => heightMm < middle),
    vents.filter(({ heightMm }) => heightMm > middle),
  ];
  if (low.length === 0 || high.length === 0) return { effectiveM2: 0, stackM: 0 };
  const [lowM2, highM2] = [ventAreaMm2(low) / 1e6, ventAreaMm2(high) / 1e6];
  const mean = (some: typeof vents) => some.reduce((sum, { heightMm }) => sum + heightMm, 0) / some.length;
  return { effectiveM2: 1 / Math.hypot(1 / lowM2, 1 / highM2), stackM: (mean(high) - mean(low)) / 1000 };
}

export function ventAreaMm2(vents: ClosedAir['vents']): number {
  return vents.reduce((sum, { diameterMm }) => sum + (Math.PI / 4) * diameterMm ** 2, 0);
}
