/** What a datasheet leaves out, as it usually is for crystalline silicon (common practice, no source). */
export const USUAL_MODULE = {
  vocPctPerC: -0.28,
  iscPctPerC: 0.05,
  noctC: 45,
  groups: 3,
  halves: 1,
  /** Open-circuit voltage of one cell: what tells how many there are in series. */
  cellV: 0.66,
  leadMm: 1100,
} as const;
