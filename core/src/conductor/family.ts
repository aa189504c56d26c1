import type { Family } from '../check/family.ts';
import { conductorCheck } from './conductor-check.ts';
import { conduitCheck } from './conduit-check.ts';
import { loopCheck } from './loop-check.ts';
import { methodCheck } from './method-check.ts';

export const CONDUCTOR: Family = {
  id: 'conductor',
  name: 'Conductors',
  about: 'What circuits carry, their sizes, devices and terminals, and the conduit they lie in',
  step: 'route',
  decidesPlaces: false,
  checks: [conduitCheck, loopCheck, methodCheck, conductorCheck],
};
