import type { Prepared } from '../check/prepared.ts';
import { cutMm } from '../drill/hole-saw.ts';
import type { Skin } from '../plan/material.ts';
import { faceName, penetrationName } from '../plan/names.ts';
import {
  glandsOf,
  SEAL_STEPS,
  type Penetration,
  type SealSchool,
  type SealStepId,
} from '../plan/penetration.ts';
import { countOf, inRow, told, type Told, type ToldData } from '../quantity/told.ts';
import type { Quantity } from '../quantity/units.ts';
import { LAYERS } from '../reference/layers.ts';
import { practice } from '../reference/source.ts';
import { CARTRIDGE_ML, JOINTS, SAW_SPEEDS, SEALANTS, WASTE, type SealantId } from '../reference/sealants.ts';
import { pitchDeg } from '../site/pitch.ts';
import { lengthInput, type Working } from '../working/working.ts';
import type { CautionId } from '../working/cautions.ts';
import { edgeLengthMm, entryWords, throughOf } from './entry.ts';
import { SCHOOLS, suggestedSchool } from './schools.ts';
import { findPenetrationSides, outerSide, type PenetrationSides } from './penetration-sides.ts';
import { sectionOf } from './layers.ts';
import { freeSideOf, WAY_WORDS } from './lee.ts';

/** How much of a product a step takes. */
export type StepProduct = {
  readonly sealant: SealantId;
  readonly name: string;
  /** Of a bead or a tape; null where it is dabbed on. */
  readonly lengthMm: number | null;
  readonly volumeMl: number | null;
};

export type SealStep = {
  readonly id: SealStepId;
  readonly text: Told;
  readonly product: StepProduct | null;
  /** What has to be waited after it, hours: least and most. */
  readonly waitHours: readonly [number, number] | null;
  readonly cautions: readonly CautionId[];
  /** Whether it is looked at in the end, when all is done. */
  readonly isCheck: boolean;
  readonly isDone: boolean;
};

/** What has to be bought of a product for one penetration. */
export type ProductNeed = {
  readonly sealant: SealantId;
  readonly name: string;
  readonly volumeMl: number | null;
  readonly cartridgeCount: number | null;
  readonly tapeMm: number | null;
};

/** The seal of one penetration: how it is made, in order, and what it takes. */
export type SealStack = {
  readonly penetration: string;
  readonly skin: Skin;
  readonly isOutside: boolean;
  readonly school: SealSchool;
  readonly suggested: { readonly school: SealSchool; readonly why: string };
  readonly entry: Told;
  readonly steps: readonly SealStep[];
  readonly products: readonly ProductNeed[];
  /** Of air and surface, all its products together; null where none is used, or none suits all. */
  readonly window: { readonly minC: number; readonly maxC: number } | null;
  /** From the last bead to the water test, hours. */
  readonly cureHours: readonly [number, number];
  readonly opensAgain: string;
  readonly workings: readonly Working[];
};

/** Steeper than this a bead sags and a tape creeps (practice), degrees. */
export const STEEP_DEG = 45;

export function skinOf(prepared: Prepared, { face }: PenetrationSides['here']): Skin {
  return prepared.materials.get(face.face.material)?.skin ?? 'unknown';
}

/** The school a penetration is sealed by: the one chosen, else the one suggested for its skin. */
export function schoolOf(
  prepared: Prepared,
  sides: PenetrationSides,
): { readonly school: SealSchool; readonly suggested: SealStack['suggested']; readonly skin: Skin } {
  const { outer, isOutside } = outerSide(sides);
  const skin = skinOf(prepared, outer);
  const frame = prepared.site.frames.get(outer.face.id);
  const suggested = suggestedSchool(skin, sides.penetration.entry.kind, {
    isOutside,
    isMobile: prepared.plan.site.setting === 'mobile',
    isSteep: frame === undefined || pitchDeg(frame) > STEEP_DEG,
  });
  return { school: sides.penetration.school ?? suggested.school, suggested, skin };
}

/** Null where the face has no other side. */
export function sealStack(prepared: Prepared, penetration: Penetration): SealStack | null {
  const sides = findPenetrationSides(prepared, penetration);
  return sides === null ? null : stackOf(prepared, sides);
}

function stackOf(prepared: Prepared, sides: PenetrationSides): SealStack {
  const { penetration } = sides;
  const { isOutside } = outerSide(sides);
  const { school, suggested, skin } = schoolOf(prepared, sides);
  const done = new Set(penetration.done);
  const steps = new Steps(prepared, sides, school, skin)
    .all()
    .map((step) => ({ ...step, isDone: done.has(step.id) }));
  const sealants = steps.flatMap(({ product }) => product?.sealant ?? []);
  return {
    penetration: penetration.id,
    skin,
    isOutside,
    school,
    suggested,
    entry: entryWords(prepared, penetration),
    steps,
    products: needsOf(steps),
    window: windowOf(sealants),
    cureHours: steps.find(({ id }) => id === 'cure')?.waitHours ?? [0, 0],
    opensAgain: SCHOOLS[school].opensAgain,
    workings: quantityWorkings(sides, steps),
  };
}

type Draft = Omit<SealStep, 'isDone'>;

/** Makes the steps of one penetration, each where its skin, its school and its entry ask for it. */
class Steps {
  private readonly made: Draft[] = [];
  private readonly outer;
  private readonly isOutside;
  private readonly edgeMm;

  constructor(
    private readonly prepared: Prepared,
    private readonly sides: PenetrationSides,
    private readonly school: SealSchool,
    private readonly skin: Skin,
  ) {
    const { outer, isOutside } = outerSide(sides);
    this.outer = outer;
    this.isOutside = isOutside;
    this.edgeMm = edgeLengthMm(sides.base);
  }

  all(): readonly Draft[] {
    this.before();
    this.cutting();
    this.sealing();
    this.cables();
    this.end();
    return this.made.sort((a, b) => SEAL_STEPS.indexOf(a.id) - SEAL_STEPS.indexOf(b.id));
  }

  private add(id: SealStepId, text: string, data: ToldData = {}, more: Partial<Draft> = {}): void {
    this.made.push({
      id,
      text: told(text, data),
      product: null,
      waitHours: null,
      cautions: [],
      isCheck: false,
      ...more,
    });
  }

  /** Whether it comes out in a cavity, where nobody sees it or gets at it. */
  private isBlind(): boolean {
    const { here, there } = this.sides;
    return here.face.face.kind !== 'cavity' && there.face.face.kind === 'cavity';
  }

  private before(): void {
    const { here, there, penetration } = this.sides;
    this.add(
      'services',
      this.isBlind()
        ? 'Look for cables, pipes and fuel lines on {here}, by what comes out above and below it, and with a detector: nobody sees what lies behind. A wire met in the cut: stop, prove it dead, and let it be seen to before anything else.'
        : 'Look for cables, pipes and fuel lines on both sides of {here}, and where the cables will lie. A wire met in the cut: stop, prove it dead, and let it be seen to before anything else.',
      { here: faceName(here.face.id) },
      { cautions: ['hidden-services', ...(this.isOnRoof() ? (['fall'] as const) : [])] },
    );
    const at = {
      x: mm(here.at[0]),
      y: mm(here.at[1]),
      here: faceName(here.face.id),
      there: faceName(there.face.id),
      pen: penetrationName(penetration.id),
    };
    if (penetration.entry.kind === 'existing') {
      this.add('mark', 'Take the housing at {pen} off its base and mark the glands on its plate.', at);
      return;
    }
    this.add('mark', 'Mark {pen} on {here}: {x} right of the datum, {y} up.', at);
    this.add(
      'pilot',
      this.isBlind()
        ? 'Pilot through from {here}, square to it, no deeper than its skin of {deep}. Turn a bent wire in the hole all round: what it meets is in the saw’s way.'
        : 'Pilot through from {here}, square to it. It comes out on {there}: look at it there before the saw goes on.',
      { ...at, deep: mm(this.sides.thicknessMm) },
    );
  }

  private cutting(): void {
    const { sides, skin } = this;
    this.add(
      'guard',
      'Cover what is below, and hold a bag or a vacuum under the saw: chips rust and short.',
      {},
      { cautions: ['debris'] },
    );
    if (skin === 'laminate' || skin === 'painted-metal' || skin === 'plastic')
      this.add('mask', 'Tape over the surface and mark again: the saw then tears nothing off beside it.');
    const saw = cutMm(sides.hole);
    this.add(
      'saw',
      this.isBlind() ? `${skin === 'wood' ? `${CUT}.` : SAW_TEXTS[skin]} ${BLIND_SAW}` : SAW_TEXTS[skin],
      {
        size: sides.hole.saw?.label ?? told('{d=} hole', { d: mm(saw) }),
        rpm: { value: sawRpm(skin, saw), unit: 'rpm' },
      },
      { cautions: ['hole-saw'] },
    );
    this.between();
    this.add('deburr', this.isBlind() ? BLIND_DEBURR : DEBURR_TEXTS[skin]);
    const paint = edgeProduct(skin);
    if (paint !== null)
      this.add(
        'edge-paint',
        paint === 'edge-paint'
          ? 'Paint the bare cut edge all round, and every scratch, with {product}. Let it dry.'
          : 'Seal the cut edge all round with {product}: core and grain drink water. Let it dry.',
        { product: SEALANTS.rows[paint].name },
        {
          product: { sealant: paint, name: SEALANTS.rows[paint].name, lengthMm: null, volumeMl: null },
          waitHours: hoursOf(paint, 0),
        },
      );
    this.add('clean', CLEAN_TEXTS[skin]);
  }

  /** What lies between the skins, in the order a hand meets it. */
  private between(): void {
    const { here, there, thicknessMm } = this.sides;
    const list = sectionOf(this.prepared, this.sides).flatMap(({ is, thicknessMm: thickMm }) => {
      if (is === 'skin') return [];
      const data = { thick: mm(thickMm) };
      return is === 'unsaid'
        ? told('{thick} that nobody looked into: a pilot and a look come first', data)
        : told('{thick} of {layer}, {how}', { ...data, layer: LAYERS[is].name, how: LAYERS[is].cut });
    });
    if (list.length === 0) return;
    this.add(
      'layers',
      'Clear the way between the skins, from {here} on: {list}. Saw the skin of {there} from its own side, on the pilot of {deep} or more.',
      {
        here: faceName(here.face.id),
        there: faceName(there.face.id),
        list: inRow(list, '; '),
        deep: mm(thicknessMm),
      },
    );
  }

  private sealing(): void {
    const { sides, edgeMm } = this;
    const { bed, edge, heads, cover } = SCHOOLS[this.school];
    const { base, penetration } = sides;
    this.add(
      'dry-fit',
      'Set it up dry, look that it lies flat, and draw round it: the outline shows where sealant goes.',
    );
    if (bed !== null) {
      const ringsMm = this.screwCount() * Math.PI * JOINTS.screwRingMm;
      const lengthMm = edgeMm + JOINTS.overlapMm + ringsMm;
      const product = beadOf(bed, lengthMm, (Math.PI / 4) * JOINTS.bedBeadMm ** 2);
      this.add(
        'bed',
        SEALANTS.rows[bed].sold === 'roll'
          ? 'Lay {product} just inside the outline{screws}, closed on itself, without a stretch: {length}.'
          : 'Lay a bead of {product} of {bead} just inside the outline{screws}, without a gap: {length}.',
        {
          product: product.name,
          length: mm(lengthMm),
          bead: mm(JOINTS.bedBeadMm),
          screws: ringsMm > 0 ? told(' and round every screw hole') : '',
        },
        { product },
      );
    }
    const lee = freeSideOf(this.prepared, sides);
    const opensTo = penetration.opensTo ?? lee?.opensTo ?? null;
    const hasWay = penetration.entry.kind !== 'gland' && opensTo !== null && this.isOutside;
    this.add(
      'set',
      hasWay
        ? 'Set it with its entries facing {way}{reason}, and press until sealant shows all round.'
        : bed === null
          ? 'Set it square and flush.'
          : 'Set it and press until sealant shows all round.',
      hasWay
        ? { way: WAY_WORDS[opensTo], reason: lee === null ? '' : told(', {why}', { why: lee.why }) }
        : {},
    );
    const count = this.screwCount();
    if (count > 0) {
      this.add(
        'fasten',
        'Drive {count} screws, stainless, opposite ones in turn, {each} apart: snug, not so that all sealant is pressed out.',
        { count: countOf(count), each: mm(JOINTS.screwSpacingMm) },
      );
    }
    if (edge !== null) {
      const fillet = beadOf(edge, edgeMm, JOINTS.filletLegMm ** 2 / 2);
      const screwCount = heads === edge ? count : 0;
      const product = { ...fillet, volumeMl: (fillet.volumeMl ?? 0) + screwCount * JOINTS.headMl * WASTE };
      this.add(
        'edge-seal',
        this.isOutside
          ? 'Seal the edge all round with {product}, {length}, tooled to a slope{heads}. Leave a gap at the lowest point only where its maker says so.'
          : 'Close the gap round it with {product}, {length}.',
        {
          product: product.name,
          length: mm(edgeMm),
          heads:
            screwCount > 0
              ? told(', and every one of the {count} heads', { count: countOf(screwCount) })
              : '',
        },
        { product },
      );
    } else if (heads !== null && count > 0) {
      const product: StepProduct = {
        sealant: heads,
        name: SEALANTS.rows[heads].name,
        lengthMm: null,
        volumeMl: count * JOINTS.headMl * WASTE,
      };
      this.add(
        'edge-seal',
        'Seal every fastener’s head under the course above with {product}. The lap sheds the rest.',
        { product: product.name },
        { product },
      );
    }
    if (cover !== null) {
      const around = 2 * (base.widthMm + base.heightMm) + 4 * JOINTS.stripMm;
      this.add(
        'cover',
        'Roll {product} over the edge, {past} past it on either side, lowest strip first: {length}.',
        { product: SEALANTS.rows[cover].name, past: mm(JOINTS.stripMm), length: mm(around) },
        { product: { sealant: cover, name: SEALANTS.rows[cover].name, lengthMm: around, volumeMl: null } },
      );
    }
  }

  /** Round its base, no further apart than the spacing and never fewer than four; none where it is not screwed down, or is a gland. */
  private screwCount(): number {
    if (!SCHOOLS[this.school].isScrewed || this.sides.penetration.entry.kind === 'gland') return 0;
    return Math.max(4, Math.ceil(this.edgeMm / JOINTS.screwSpacingMm));
  }

  private cables(): void {
    const { penetration } = this.sides;
    const glands = glandsOf(penetration.entry);
    const { cables } = throughOf(this.prepared, penetration.id);
    const section = sectionOf(this.prepared, this.sides);
    const bushed = isMetal(this.skin)
      ? 'Bush the hole: no cable may touch the cut metal. Sleeve the cables where they cross it.'
      : 'Sleeve the cables where they cross the edge.';
    if (section.length === 1) this.add('sleeve', bushed);
    else {
      const more = section.flatMap(({ is }) =>
        is === 'skin' || is === 'unsaid' ? [] : (LAYERS[is].then ?? []),
      );
      this.add(
        'sleeve',
        `${bushed} Line it from skin to skin with one sleeve, {length}: nothing drips or blows in between, and no cable lies in what is there.{more}`,
        {
          length: mm(this.sides.thicknessMm),
          more: more.length === 0 ? '' : told(' {more}', { more: inRow([...new Set(more)], ' ') }),
        },
      );
    }
    if (glands !== null) {
      const used = cables === null ? glands.count : Math.min(glands.count, cables.length);
      this.add(
        'glands',
        'Bring each cable through a gland of its own and tighten {count} {count:nut|nuts}, body first, then cap: the cable must not turn by hand.',
        { count: countOf(used) },
      );
      if (used < glands.count)
        this.add('plugs', 'Plug {count} unused {count:gland|glands}: an open one leaks.', {
          count: countOf(glands.count - used),
        });
    } else
      this.add('glands', 'Draw the cables in and close the pipe’s end with a sealing fitting or duct seal.');
    if (penetration.hasPullString)
      this.add('pull-string', 'Leave a pull string in it, both ends tied off and dry.');
    if (this.isOutside)
      this.add(
        'drip-loop',
        'Form a drip loop below the entry before each gland, and another inside: water runs along a cable.',
      );
    if (this.ratedMinutes() !== null) {
      const product = beadOf('fire-stop', this.edgeMm, 400);
      this.add(
        'fire-stop',
        'Fire-stop it from both sides with a listed system for this wall, this pipe and these cables ({minutes}), as its sheet draws it: depth, filling, label. Photograph it.',
        { minutes: { value: this.ratedMinutes() ?? 0, unit: 'minutes' } },
        { product },
      );
    }
  }

  private end(): void {
    const hours = this.cureHours();
    if (hours[1] > 0)
      this.add(
        'cure',
        'Let it cure {least} to {most}, dry and untouched, before water or load.',
        { least: { value: hours[0], unit: 'hours' }, most: { value: hours[1], unit: 'hours' } },
        { waitHours: hours },
      );
    this.add(
      'check-edge',
      this.isOutside
        ? 'Look all round: no gap, no bare metal, no lifted edge, heads covered.'
        : this.isBlind()
          ? 'Look all round it: no gap, and no sharp edge under the cables.'
          : 'Look at both sides: no gap, no sharp edge.',
      {},
      { isCheck: true },
    );
    this.add('check-nuts', 'Try every gland nut and every plug by hand once more.', {}, { isCheck: true });
    if (this.isOutside)
      this.add(
        'water-test',
        'Hose it for ten minutes, from below upward, while somebody looks inside. Dry it before anything is connected.',
        {},
        { isCheck: true, cautions: ['live-modules'] },
      );
  }

  private cureHours(): readonly [number, number] {
    const all = this.made.flatMap(({ id, product }) =>
      product === null || id === 'edge-paint'
        ? []
        : [hoursOf(product.sealant, DEPTHS_MM[id] ?? JOINTS.filletLegMm)],
    );
    return [Math.max(0, ...all.map(([least]) => least)), Math.max(0, ...all.map(([, most]) => most))];
  }

  private ratedMinutes(): number | null {
    const { here, there } = this.sides;
    return here.face.face.fireRatedMinutes ?? there.face.face.fireRatedMinutes;
  }

  private isOnRoof(): boolean {
    return this.outer.face.face.kind === 'roof' && this.isOutside;
  }
}

/** How deep the thickest part of a joint lies, mm: what a product has to cure through. */
const DEPTHS_MM: Partial<Record<SealStepId, number>> = {
  bed: JOINTS.bedBeadMm / 2,
  'edge-seal': JOINTS.filletLegMm,
};

function hoursOf(sealant: SealantId, depthMm: number): readonly [number, number] {
  const { cure } = SEALANTS.rows[sealant];
  switch (cure.by) {
    case 'none':
      return [0, 0];
    case 'hours':
      return cure.hours;
    case 'depth':
      return [(24 * depthMm) / cure.mmPerDay[1], (24 * depthMm) / cure.mmPerDay[0]];
  }
}

function beadOf(sealant: SealantId, lengthMm: number, sectionMm2: number): StepProduct {
  const { name, sold } = SEALANTS.rows[sealant];
  return {
    sealant,
    name,
    lengthMm,
    volumeMl: sold === 'roll' ? null : ((lengthMm * sectionMm2) / 1000) * WASTE,
  };
}

function needsOf(steps: readonly Draft[]): ProductNeed[] {
  const needs = new Map<SealantId, { volumeMl: number; tapeMm: number }>();
  for (const { product } of steps) {
    if (product === null) continue;
    const { sealant, lengthMm, volumeMl } = product;
    const before = needs.get(sealant) ?? { volumeMl: 0, tapeMm: 0 };
    const isRoll = SEALANTS.rows[sealant].sold === 'roll';
    needs.set(sealant, {
      volumeMl: before.volumeMl + (volumeMl ?? 0),
      tapeMm: before.tapeMm + (isRoll ? (lengthMm ?? 0) : 0),
    });
  }
  return [...needs].map(([sealant, { volumeMl, tapeMm }]) => {
    const { name, sold } = SEALANTS.rows[sealant];
    return {
      sealant,
      name,
      volumeMl: sold === 'cartridge' ? volumeMl : null,
      cartridgeCount: sold === 'cartridge' ? Math.ceil(volumeMl / CARTRIDGE_ML) : null,
      tapeMm: sold === 'roll' ? tapeMm : null,
    };
  });
}

function windowOf(sealants: readonly SealantId[]): SealStack['window'] {
  if (sealants.length === 0) return null;
  const rows = sealants.map((id) => SEALANTS.rows[id]);
  const minC = Math.max(...rows.map(({ applyMinC }) => applyMinC));
  const maxC = Math.min(...rows.map(({ applyMaxC }) => applyMaxC));
  return minC < maxC ? { minC, maxC } : null;
}

/** Turns a minute at which a saw’s teeth have the skin’s surface speed. */
export function sawRpm(skin: Skin, diameterMm: number): number {
  const speed = SAW_SPEEDS.rows[SAW_KINDS[skin]];
  // To the next ten below: slower is safer.
  return Math.max(10, Math.floor((speed * 1000) / (Math.PI * diameterMm) / 10) * 10);
}

const SAW_KINDS: Readonly<Record<Skin, keyof typeof SAW_SPEEDS.rows>> = {
  'painted-metal': 'metal',
  'bare-metal': 'metal',
  membrane: 'wood',
  laminate: 'laminate',
  shingles: 'wood',
  tiles: 'masonry',
  wood: 'wood',
  masonry: 'masonry',
  board: 'board',
  plastic: 'plastic',
  unknown: 'laminate',
};

const CUT = 'Saw with the {size} at about {rpm}';
const SAW_TEXTS: Readonly<Record<Skin, string>> = {
  'painted-metal': `${CUT}, with a drop of oil, backing off often.`,
  'bare-metal': `${CUT}, with oil; half of that in stainless.`,
  membrane: `Cut the membrane with a knife, fold it back, then saw the deck: the {size} at about {rpm}.`,
  laminate: `${CUT}, light, in reverse through the gelcoat first.`,
  shingles: 'Cut the shingle with a knife, then saw the deck: the {size} at about {rpm}.',
  tiles: 'Lift the tile and cut it away from the roof; the {size} at about {rpm}, wet, without hammer.',
  wood: `${CUT}; finish from the other side once the pilot is through.`,
  masonry: `${CUT}: a core bit, wet, sloping a little down to the outside.`,
  board: `${CUT}, or a board saw.`,
  plastic: `${CUT}, slow enough that it does not melt.`,
  unknown: `${CUT}; find out first what the skin is.`,
};

const BLIND_SAW = 'No deeper than its skin: what lies behind is not seen.';
const BLIND_DEBURR = 'Break and smooth the edge, and pull the chips out: they stay in the wall else.';
const FILED = 'File and sand the cut edge on both sides; bring every chip off the surface before it rusts.';
const DEBURR_TEXTS: Readonly<Record<Skin, string>> = {
  'painted-metal': FILED,
  'bare-metal': FILED,
  membrane: 'Trim the membrane round the hole; no fray and no splinter under it.',
  laminate: 'Sand the edge, with a mask on: glass dust. No loose strand stays.',
  shingles: 'Trim the edge clean; sweep grit off.',
  tiles: 'Round the cut edge of the tile; brush dust off.',
  wood: 'Break the edge on both sides.',
  masonry: 'Brush and blow the hole out.',
  board: 'Trim the paper.',
  plastic: 'Scrape the edge smooth.',
  unknown: 'Smooth the edge on both sides.',
};

const WIPED = 'Wipe with alcohol, let it flash off. Dry, free of wax, dust and old sealant.';
const CLEAN_TEXTS: Readonly<Record<Skin, string>> = {
  'painted-metal': WIPED,
  'bare-metal': WIPED,
  membrane: 'Wash with soap and water and let it dry. No solvent on a membrane.',
  laminate: WIPED,
  shingles: 'Brush it dry and free of grit.',
  tiles: 'Brush it dry and free of dust.',
  wood: 'Dry and free of dust.',
  masonry: 'Dry and free of dust; prime it where the product asks for it.',
  board: 'Dry and free of dust.',
  plastic: 'Wipe with what its maker allows: some plastics craze under alcohol.',
  unknown: WIPED,
};

function edgeProduct(skin: Skin): SealantId | null {
  switch (skin) {
    case 'painted-metal':
    case 'bare-metal':
      return 'edge-paint';
    case 'laminate':
    case 'wood':
    case 'shingles':
    case 'membrane':
      return 'edge-resin';
    case 'tiles':
    case 'masonry':
    case 'board':
    case 'plastic':
    case 'unknown':
      return null;
  }
}

function isMetal(skin: Skin): boolean {
  return skin === 'painted-metal' || skin === 'bare-metal';
}

function mm(value: number): Quantity {
  return { value, unit: 'mm' };
}

function quantityWorkings({ penetration, base }: PenetrationSides, steps: readonly Draft[]): Working[] {
  return steps.flatMap(({ id, product }): Working[] => {
    if (product === null || product.lengthMm === null || product.volumeMl === null) return [];
    if (id !== 'bed' && id !== 'edge-seal') return [];
    const isBed = id === 'bed';
    return [
      {
        title: told('{product} for {pen}, {part}', {
          product: product.name,
          pen: penetrationName(penetration.id),
          part: isBed ? 'under the base' : 'round its edge',
        }),
        formula: isBed
          ? 'volume = length × π ÷ 4 × bead² × waste'
          : 'volume = length × leg² ÷ 2 × waste, and each head',
        inputs: [
          lengthInput('wide', 'Base, width', base.widthMm),
          lengthInput('high', 'Base, height', base.heightMm),
          lengthInput(
            'length',
            isBed ? 'Once round, past its start, and round each screw hole' : 'Once round',
            product.lengthMm,
          ),
          isBed
            ? lengthInput('bead', 'Bead before it is pressed', JOINTS.bedBeadMm)
            : lengthInput('leg', 'Leg of the fillet', JOINTS.filletLegMm),
          {
            symbol: 'waste',
            name: 'Pressed out beside it and left in the nozzle',
            value: { value: WASTE, unit: 'ratio' },
          },
        ],
        result: { name: 'Of the product', value: { value: product.volumeMl, unit: 'ml' } },
        source: practice('Beads and fillets of 6 mm, a quarter more for waste'),
        notes: [told('A cartridge holds about {ml}.', { ml: { value: CARTRIDGE_ML, unit: 'ml' } })],
      },
    ];
  });
}
