import type { Family } from '../check/family.ts';
import { metalsCheck } from './metals-check.ts';
import { payloadCheck } from './payload-check.ts';
import { placeCheck } from './place-check.ts';
import { supportCheck } from './support-check.ts';

export const ARRAY: Family = {
  id: 'array',
  name: 'Modules',
  about: 'Where modules lie, and the rails and feet that carry them',
  step: 'array',
  decidesPlaces: false,
  checks: [metalsCheck, payloadCheck, placeCheck, supportCheck],
};
