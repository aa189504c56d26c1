import type { ClearanceLine } from '@zarnel/core/figures';

/** Which way a clearance runs, as one says it of the gear. */
export const WAY_WORDS: Readonly<Record<ClearanceLine['way'], string>> = {
  left: 'left',
  right: 'right',
  above: 'above',
  below: 'below',
  nearest: 'nearest',
  front: 'in front',
};
