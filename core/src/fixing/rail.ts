import { told } from '../quantity/told.ts';
import { gearName } from '../plan/names.ts';
import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import { RAIL_LIMITS, RAILS, type RailSection } from '../reference/rails.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { bendBeam, type BeamLoad } from './beam.ts';
import { railBehind } from './hole-fixing.ts';
import { fixingLoadOf, loadOnHole } from './loads.ts';

/** A bolt of gear in a rail: along from the rail’s left end, with what it pulls out and hangs on it. */
export type RailNut = {
  readonly gear: string;
  readonly hole: string;
  readonly alongMm: number;
  readonly pullN: number;
  readonly shearN: number;
};

/** How a rail bends under what is bolted to it, at its worst span or overhang. */
export type RailBending = {
  /** Between its fixings, or twice its overhang where that is more. */
  readonly spanMm: number;
  readonly stressMpa: number;
  readonly sagMm: number;
  readonly mostSagMm: number;
  readonly working: Working;
};

/** One rail behind a board, with its slide-in nuts from the left. */
export type Rail = {
  readonly index: number;
  readonly section: RailSection;
  readonly upMm: number;
  readonly lengthMm: number;
  /** Where the board’s own fixings hold it, from its left end. */
  readonly supportsMm: readonly number[];
  readonly nuts: readonly RailNut[];
  /** Null where nothing is bolted to it, or where fewer than two fixings hold it. */
  readonly bending: RailBending | null;
};

/** Fixings in one upright line hold a rail at one place. */
const SAME_PLACE_MM = 1;

/** The rails of a board as it hangs, as its type lists them; none for a board without. */
export function railsOf(prepared: Prepared, board: Hung): Rail[] {
  const made = board.type.board;
  if (made === null) return [];
  const { body, placement, type } = board;
  const on = gearOn(prepared, board.id);
  return made.railsUpMm.map((upMm, index): Rail => {
    const isHere = (yMm: number) => railBehind({ placement, type }, yMm) === index;
    const places = type.bracketHoles
      .filter(({ yMm }) => isHere(placement.yMm + yMm))
      .map(({ xMm }) => placement.xMm + xMm - body.minX)
      .sort((a, b) => a - b);
    const supportsMm = places.filter(
      (place, at) => at === 0 || place - (places[at - 1] ?? 0) > SAME_PLACE_MM,
    );
    const nuts = on.flatMap((item): RailNut[] => {
      const load = fixingLoadOf(prepared, item);
      if (load === null) return [];
      return item.type.bracketHoles
        .filter(({ yMm }) => isHere(item.placement.yMm + yMm))
        .map(({ id, xMm }) => ({
          gear: item.id,
          hole: id,
          alongMm: item.placement.xMm + xMm - body.minX,
          ...loadOnHole(load, id),
        }));
    });
    nuts.sort((a, b) => a.alongMm - b.alongMm || (a.gear + a.hole < b.gear + b.hole ? -1 : 1));
    const section = RAILS.rows[made.rail ?? 'slotted-41'];
    return {
      index,
      section,
      upMm,
      lengthMm: type.widthMm,
      supportsMm,
      nuts,
      bending: bendingOf(section, type.widthMm, supportsMm, nuts),
    };
  });
}

/**
 * The worst stretch of a rail: each span by itself as simply supported, an end span with its overhang, which a rail over
 * more fixings bends less than. Loads out of the face and along it bend it two ways; their stresses add.
 */
export function bendingOf(
  section: RailSection,
  lengthMm: number,
  supportsMm: readonly number[],
  nuts: readonly RailNut[],
): RailBending | null {
  const spanCount = supportsMm.length - 1;
  const bent = supportsMm.slice(1).flatMap((rightMm, index): RailBending[] => {
    const leftMm = supportsMm[index] ?? 0;
    const fromMm = index === 0 ? 0 : leftMm;
    const toMm = index === spanCount - 1 ? lengthMm : rightMm;
    const here = nuts.filter(({ alongMm }) => alongMm >= fromMm && alongMm <= toMm);
    return here.length === 0 ? [] : [bentStretch(section, { fromMm, toMm, leftMm, rightMm }, here)];
  });
  const worst = (of: RailBending) => Math.max(of.stressMpa / RAIL_LIMITS.bendingMpa, of.sagMm / of.mostSagMm);
  return bent.sort((a, b) => worst(b) - worst(a))[0] ?? null;
}

type Stretch = {
  readonly fromMm: number;
  readonly toMm: number;
  readonly leftMm: number;
  readonly rightMm: number;
};

function bentStretch(section: RailSection, stretch: Stretch, here: readonly RailNut[]): RailBending {
  const { fromMm, toMm, leftMm, rightMm } = stretch;
  const { elasticityMpa, spanOverSag, source } = RAIL_LIMITS;
  const support = { kind: 'two', leftMm: leftMm - fromMm, rightMm: rightMm - fromMm } as const;
  const bend = (inertiaMm4: number, force: (nut: RailNut) => number) =>
    bendBeam(
      toMm - fromMm,
      support,
      here.map((nut): BeamLoad => ({ kind: 'point', atMm: nut.alongMm - fromMm, forceN: force(nut) })),
      elasticityMpa * inertiaMm4,
    );
  const out = bend(section.outInertiaMm4, ({ pullN }) => pullN);
  const along = bend(section.alongInertiaMm4, ({ shearN }) => shearN);
  const stressMpa = out.mostMomentNmm / section.outModulusMm3 + along.mostMomentNmm / section.alongModulusMm3;
  const sagMm = Math.hypot(out.mostSagMm, along.mostSagMm);
  // An overhang is allowed what a span of twice its length is.
  const spanMm = Math.max(rightMm - leftMm, 2 * (leftMm - fromMm), 2 * (toMm - rightMm));
  return {
    spanMm,
    stressMpa,
    sagMm,
    mostSagMm: spanMm / spanOverSag,
    get working(): Working {
      return {
        title: told('{rail} between two fixings', { rail: section.name }),
        formula: 'stress = M out ÷ W out + M along ÷ W along;  sag = √(sag out² + sag along²)',
        inputs: [
          lengthInput('span', 'Between its fixings, or twice its overhang where that is more', spanMm),
          ...here.flatMap(({ gear, hole, alongMm, pullN }, index) => [
            lengthInput(
              `x${index + 1}`,
              told('{gear}, {hole}: from the left end of the rail', { gear: gearName(gear), hole }),
              alongMm,
            ),
            {
              symbol: `F${index + 1}`,
              name: 'Its pull',
              value: { value: pullN, unit: 'N' } as const,
            },
          ]),
          {
            symbol: 'M out',
            name: 'Moment, out of the face',
            value: { value: out.mostMomentNmm, unit: 'Nmm' },
          },
          { symbol: 'W out', name: 'Section modulus', value: { value: section.outModulusMm3, unit: 'mm3' } },
          {
            symbol: 'M along',
            name: 'Moment, along the face',
            value: { value: along.mostMomentNmm, unit: 'Nmm' },
          },
          {
            symbol: 'W along',
            name: 'Section modulus',
            value: { value: section.alongModulusMm3, unit: 'mm3' },
          },
          lengthInput(
            'sag',
            told('Sag; at most the span ÷ {most}', { most: { value: spanOverSag, unit: 'count' } }),
            sagMm,
          ),
        ],
        result: { name: 'Stress in it', value: { value: stressMpa, unit: 'MPa' } },
        source,
        notes: [
          'Each span is taken as simply supported: a rail over several fixings bends less in its spans.',
        ],
      };
    },
  };
}
