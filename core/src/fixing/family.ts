import type { Family } from '../check/family.ts';
import { boardCheck } from './board-check.ts';
import { fixingsCheck } from './fixings-check.ts';
import { flushCheck } from './flush-check.ts';
import { spacingCheck } from './spacing-check.ts';
import { typeHolesCheck } from './type-holes-check.ts';

export const FIXING: Family = {
  id: 'fixing',
  name: 'Fixing',
  about: 'What holds gear on its face or its board: framing, screws, rails, panels',
  step: 'mount',
  decidesPlaces: true,
  checks: [boardCheck, flushCheck, fixingsCheck, spacingCheck, typeHolesCheck],
};
