import { mmFromInch } from '../quantity/convert.ts';
import { practice, published, type SourceRef } from './source.ts';

/** What circuits are held apart by: signals, the array’s direct current, and all other power. */
export type SeparationClass = 'data' | 'array' | 'power';

export type Separation = { readonly mm: number; readonly source: SourceRef };

/**
 * How far the outsides of two runs of different classes stay apart where they lie beside each other outside of conduit; they
 * may cross, and come together where both end.
 */
export const SEPARATION: Readonly<Record<'us' | 'iec', Readonly<Record<'signal' | 'array', Separation>>>> = {
  us: {
    signal: { mm: mmFromInch(2), source: published('NEC (NFPA 70)', '725.136(D) and 800.133(A)(2)', '2020') },
    array: {
      mm: mmFromInch(2),
      source: practice('Array wiring is told apart from other wiring where it lies beside it'),
    },
  },
  iec: {
    signal: { mm: 50, source: published('EN 50174-2', 'Separation of unscreened cabling', '2018') },
    array: {
      mm: 50,
      source: practice('Array wiring is told apart from other wiring where it lies beside it'),
    },
  },
};

/** Circuits of different classes do not share a conduit, or the sheath of a bundle. */
export const SHARED = {
  us: {
    array: published('NEC (NFPA 70)', '690.31(B)(1)', '2023'),
    signal: published('NEC (NFPA 70)', '725.136(A)', '2020'),
  },
  iec: {
    array: published('IEC 60364-7-712', '712.521', '2017'),
    signal: published('IEC 60364-5-52', '528.1', '2009'),
  },
} as const;
