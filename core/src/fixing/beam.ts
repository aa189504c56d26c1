/**
 * Straight beams of one section, by double integration with Macaulay’s brackets: any strength-of-materials handbook.
 * Lengths in mm from the beam’s left end, forces in N across it, downwards positive; moments in N·mm, sagging positive.
 */
export type BeamLoad =
  | { readonly kind: 'point'; readonly atMm: number; readonly forceN: number }
  | {
      readonly kind: 'uniform';
      readonly fromMm: number;
      readonly toMm: number;
      readonly forceNPerMm: number;
    };

/** Held up at two places, with overhangs beyond them if these are not its ends; or built in at its left end. */
export type BeamSupport =
  { readonly kind: 'two'; readonly leftMm: number; readonly rightMm: number } | { readonly kind: 'built-in' };

export type BentBeam = {
  /** Upwards: of the left and the right support; of the built-in end alone. */
  readonly reactionsN: readonly number[];
  /** The greatest moment of either sign, as an amount. */
  readonly mostMomentNmm: number;
  /** The greatest deflection of either sign, as an amount, and where. */
  readonly mostSagMm: number;
  readonly sagAtMm: number;
};

type Step = { readonly atMm: number; readonly forceN: number };
type Spread = { readonly atMm: number; readonly forceNPerMm: number };

/** Pieces each stretch between two changes is looked at in, so that no turn of the curve is missed. */
const PIECES = 16;
const HALVINGS = 50;

/**
 * Bends a beam. `stiffnessNmm2` is E·I. Asserts that supports and loads lie on the beam and that two supports are apart:
 * what has no such beam has no answer.
 */
export function bendBeam(
  lengthMm: number,
  support: BeamSupport,
  loads: readonly BeamLoad[],
  stiffnessNmm2: number,
): BentBeam {
  assertOn(lengthMm, support, loads);
  const total = loads.reduce((sum, load) => sum + forceOf(load), 0);
  const turn = (aboutMm: number) =>
    loads.reduce((sum, load) => sum + forceOf(load) * (middleOf(load) - aboutMm), 0);
  const held: Step[] =
    support.kind === 'built-in'
      ? [{ atMm: 0, forceN: total }]
      : (() => {
          const right = turn(support.leftMm) / (support.rightMm - support.leftMm);
          return [
            { atMm: support.leftMm, forceN: total - right },
            { atMm: support.rightMm, forceN: right },
          ];
        })();
  const endMomentNmm = support.kind === 'built-in' ? -turn(0) : 0;
  const steps: Step[] = [
    ...held,
    ...loads.flatMap((load) => (load.kind === 'point' ? [{ atMm: load.atMm, forceN: -load.forceN }] : [])),
  ];
  const spreads: Spread[] = loads.flatMap((load) =>
    load.kind === 'uniform'
      ? [
          { atMm: load.fromMm, forceNPerMm: -load.forceNPerMm },
          { atMm: load.toMm, forceNPerMm: load.forceNPerMm },
        ]
      : [],
  );
  const bracket = (x: number, atMm: number, power: number) => (x <= atMm ? 0 : (x - atMm) ** power);
  const sum = (x: number, power: number, factorial: number) =>
    steps.reduce((all, { atMm, forceN }) => all + (forceN * bracket(x, atMm, power)) / factorial, 0) +
    spreads.reduce(
      (all, { atMm, forceNPerMm }) =>
        all + (forceNPerMm * bracket(x, atMm, power + 1)) / (factorial * (power + 1)),
      0,
    );
  const moment = (x: number) => endMomentNmm + sum(x, 1, 1);
  const bareSlope = (x: number) => endMomentNmm * x + sum(x, 2, 2);
  const bareSag = (x: number) => (endMomentNmm * x ** 2) / 2 + sum(x, 3, 6);
  // E·I·y = bareSag + c·x + d, with y = 0 at both supports; built in, y and its slope are 0 at the left end.
  const [c, d] =
    support.kind === 'built-in'
      ? [0, 0]
      : (() => {
          const slope =
            (bareSag(support.leftMm) - bareSag(support.rightMm)) / (support.rightMm - support.leftMm);
          return [slope, -bareSag(support.leftMm) - slope * support.leftMm];
        })();
  const sag = (x: number) => (bareSag(x) + c * x + d) / stiffnessNmm2;
  const slope = (x: number) => bareSlope(x) + c;
  const shear = (x: number) =>
    steps.reduce((all, { atMm, forceN }) => all + (x > atMm ? forceN : 0), 0) +
    spreads.reduce((all, { atMm, forceNPerMm }) => all + forceNPerMm * bracket(x, atMm, 1), 0);
  const places = stops(lengthMm, [...steps, ...spreads]);
  const moments = [...places, ...turns(places, shear)].map((x) => Math.abs(moment(x)));
  const sagAtMm = [...places, ...turns(places, slope)].reduce((best, x) =>
    Math.abs(sag(x)) > Math.abs(sag(best)) ? x : best,
  );
  return {
    reactionsN: held.map(({ forceN }) => forceN),
    mostMomentNmm: Math.max(...moments),
    mostSagMm: Math.abs(sag(sagAtMm)),
    sagAtMm,
  };
}

function forceOf(load: BeamLoad): number {
  return load.kind === 'point' ? load.forceN : load.forceNPerMm * (load.toMm - load.fromMm);
}

function middleOf(load: BeamLoad): number {
  return load.kind === 'point' ? load.atMm : (load.fromMm + load.toMm) / 2;
}

/** Both ends and every place where a force begins or ends, with places between, in order. */
function stops(lengthMm: number, changes: readonly { readonly atMm: number }[]): number[] {
  const ends = [...new Set([0, lengthMm, ...changes.map(({ atMm }) => atMm)])].sort((a, b) => a - b);
  return ends.flatMap((to, index) => {
    const from = ends[index - 1];
    if (from === undefined) return [to];
    return Array.from({ length: PIECES }, (_, piece) => from + ((to - from) * (piece + 1)) / PIECES);
  });
}

/** Where a function changes its sign between two of the places. */
function turns(places: readonly number[], of: (x: number) => number): number[] {
  return places.slice(1).flatMap((to, index) => {
    let [low, high] = [places[index] ?? to, to];
    const isUp = of(high) > 0;
    if (of(low) > 0 === isUp) return [];
    for (let count = 0; count < HALVINGS; count++) {
      const middle = (low + high) / 2;
      if (of(middle) > 0 === isUp) high = middle;
      else low = middle;
    }
    return [(low + high) / 2];
  });
}

function assertOn(lengthMm: number, support: BeamSupport, loads: readonly BeamLoad[]): void {
  const isOn = (x: number) => x >= 0 && x <= lengthMm;
  if (support.kind === 'two' && !(isOn(support.leftMm) && isOn(support.rightMm))) {
    throw new Error(
      `A support at ${support.leftMm} or ${support.rightMm} mm is not on a beam of ${lengthMm} mm.`,
    );
  }
  if (support.kind === 'two' && support.rightMm <= support.leftMm) {
    throw new Error('The right support must lie right of the left one.');
  }
  for (const load of loads) {
    const ends = load.kind === 'point' ? [load.atMm] : [load.fromMm, load.toMm];
    if (!ends.every(isOn)) throw new Error(`A load at ${ends.join(' to ')} mm is not on the beam.`);
  }
}
