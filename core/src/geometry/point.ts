/** (x, y) on a face, mm: x to the right, y up, from the face's lower-left datum. */
export type PointMm = readonly [number, number];
