import { mmFromInch } from '../quantity/convert.ts';
import { published } from './source.ts';

/** What is left from a bored hole to the nearest edge of its member, so that no screw or nail meets the cable; less takes a plate. */
export const BORED_EDGE = {
  us: { leastMm: mmFromInch(1.25), source: published('NEC (NFPA 70)', '300.4(A)(1)', '2023') },
  iec: { leastMm: 50, source: published('BS 7671', '522.6.204', '2018') },
} as const;

/** A plate that carries, bored by more than this share of its width, gets a metal tie across the hole. */
export const PLATE_SHARE = {
  most: 0.5,
  source: published('International Residential Code', 'R602.6.1', '2021'),
} as const;

/** Holes at ceiling and floor level are closed again round what goes through them, so that no fire gets up through the walls. */
export const PLATE_STOPPED = {
  us: published('International Residential Code', 'R302.11', '2021'),
  iec: published('IEC 60364-5-52', '527.2', '2009'),
} as const;

/** A hole takes at most this share of the depth of a stud that carries; of one that does not, more. */
export const BORED_SHARE = {
  bearing: 0.4,
  source: published('International Residential Code', 'R602.6', '2021'),
} as const;
