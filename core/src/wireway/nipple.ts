import { told } from '../quantity/told.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { type ConduitSize, sizeText } from '../reference/conductor-sizes.ts';
import {
  CONNECTOR_INSERTION,
  CONNECTOR_STOP_TO_FACE_IN,
  MIN_ENGAGEMENT_RATIO,
  type FittingSize,
} from '../reference/knockouts.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';

/** A conduit longer than this is no nipple any more (NEC Chapter 9, Note 4: 24 in). */
export const LONGEST_NIPPLE_MM = mmFromInch(24);

/** Set-screw connectors indoors and dry, rain-tight ones outside. */
export type FittingKind = 'set-screw' | 'rain-tight';

/** A connector as it sits on an enclosure’s face, mm. */
export type Fitting = {
  /** From the face to the open end. */
  readonly lengthMm: number;
  /** From the face to the stop the conduit meets. */
  readonly stopMm: number;
  /** How much conduit each end must hold to be seated past its set screw. */
  readonly minEngagementMm: number;
};

/** A nipple between two enclosures. `problem` says why the cut asked for cannot be made up. */
export type NippleCut = {
  readonly cutMm: number;
  readonly minCutMm: number;
  readonly maxCutMm: number;
  /** Below this the two fittings touch. */
  readonly minGapMm: number;
  readonly problem: 'fittings-touch' | 'no-nipple' | 'too-long' | 'too-short' | null;
  readonly fittingKind: FittingKind;
  readonly working: Working;
};

/** How much shorter than the gap a new nipple is cut: about a quarter inch (practice). */
export function newPlayMm(codeBasis: 'us' | 'iec'): number {
  return ofTrade(codeBasis, 6);
}

export function isFittingSize(size: ConduitSize): size is FittingSize {
  return size in CONNECTOR_INSERTION.rows;
}

export function fittingFor(size: FittingSize): Fitting {
  const insertionMm = mmFromInch(CONNECTOR_INSERTION.rows[size].insertionIn);
  const stopMm = mmFromInch(CONNECTOR_STOP_TO_FACE_IN);
  return { lengthMm: stopMm + insertionMm, stopMm, minEngagementMm: insertionMm * MIN_ENGAGEMENT_RATIO };
}

/**
 * The conduit’s cut length = gap − play, and the window it must fall in: not longer than stop to stop, not
 * shorter than both ends seated past their screws. The two fittings need room not to touch.
 */
export function nippleCut(
  gapMm: number,
  playMm: number,
  size: FittingSize,
  side: 'inside' | 'outside',
): NippleCut {
  const fitting = fittingFor(size);
  const cutMm = gapMm - playMm;
  const maxCutMm = gapMm - 2 * fitting.stopMm;
  const minCutMm = gapMm - 2 * (fitting.lengthMm - fitting.minEngagementMm);
  const minGapMm = 2 * fitting.lengthMm;
  return {
    cutMm,
    minCutMm,
    maxCutMm,
    minGapMm,
    problem: problemOf(),
    fittingKind: side === 'inside' ? 'set-screw' : 'rain-tight',
    get working(): Working {
      return {
        title: told('Nipple, {size} trade size', { size: sizeText(size) }),
        formula: 'cut = gap − play;  gap − 2·(length − engagement) ≤ cut ≤ gap − 2·stop',
        inputs: [
          lengthInput('gap', 'Face to face of the two enclosures', gapMm),
          lengthInput('play', 'How much shorter than the gap the conduit is cut', playMm),
          lengthInput('length', 'Fitting: face to open end (typical)', fitting.lengthMm),
          lengthInput('stop', 'Fitting: face to conduit stop (typical)', fitting.stopMm),
          lengthInput('engagement', 'Least conduit held by each fitting', fitting.minEngagementMm),
          lengthInput('shortest', 'Shortest cut that stays seated', minCutMm),
          lengthInput('longest', 'Longest cut, stop to stop', maxCutMm),
          lengthInput('touch', 'Below this gap the two fittings touch', minGapMm),
        ],
        result: { name: 'Cut length', value: { value: cutMm, unit: 'mm' } },
        source: practice('Conduit nipples between connectors; measure the fittings in hand'),
        notes: [
          'Ream both ends, inside and outside. Locknuts tight before the set screws: they carry the bonding.',
        ],
      };
    },
  };

  function problemOf(): NippleCut['problem'] {
    if (isBelow(gapMm, minGapMm, 'mm')) return 'fittings-touch';
    if (isAbove(gapMm, LONGEST_NIPPLE_MM, 'mm')) return 'no-nipple';
    if (isAbove(cutMm, maxCutMm, 'mm')) return 'too-long';
    if (isBelow(cutMm, minCutMm, 'mm')) return 'too-short';
    return null;
  }
}
