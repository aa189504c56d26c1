import { wantedCheck } from './wanted-check.ts';
import type { Family } from '../check/family.ts';
import { penetrationFramingCheck } from './framing-check.ts';
import { glandCheck } from './gland-check.ts';
import { layersCheck } from './layers-check.ts';
import { sealMoreCheck } from './more-check.ts';
import { sealStackCheck } from './seal-check.ts';

export const SEAL: Family = {
  id: 'seal',
  name: 'Seal',
  about: 'Holes through faces: what they meet on either side, and the gland in them',
  step: 'route',
  decidesPlaces: false,
  checks: [penetrationFramingCheck, glandCheck, layersCheck, sealMoreCheck, sealStackCheck, wantedCheck],
};
