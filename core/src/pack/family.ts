import type { Family } from '../check/family.ts';
import { noDrillCheck } from './no-drill-check.ts';

export const PACK: Family = {
  id: 'pack',
  name: 'Pack',
  about: 'What is drilled: hidden things that a hole would meet',
  step: 'mount',
  decidesPlaces: true,
  checks: [noDrillCheck],
};
