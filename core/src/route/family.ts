import type { Family } from '../check/family.ts';
import { boredCheck } from './bored-check.ts';
import { companyCheck } from './company-check.ts';
import { plateCheck } from './plate-check.ts';
import { routeCheck } from './route-check.ts';

export const ROUTE: Family = {
  id: 'route',
  name: 'Route',
  about: 'The ways of cables from port to port',
  step: 'route',
  decidesPlaces: false,
  checks: [boredCheck, companyCheck, plateCheck, routeCheck],
};
