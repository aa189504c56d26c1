import { practice } from './source.ts';

/** Bases that hold cables with ties on the face of a board. */
export const TIE_BASES = {
  spacingMm: 250,
  source: practice('Cables on a board tied every 200 to 300 mm and at both ends'),
} as const;

/** The hole for a cable through a board, times the cable: room for the grommet’s web and a connector’s end. */
export const GROMMET = {
  ofCable: 1.6,
  leastMm: 14,
  source: practice('Grommets about half as large again as their cable'),
} as const;
