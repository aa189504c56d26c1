import type { Family } from '../check/family.ts';
import { wirewayFillCheck } from './fill-check.ts';
import { wirewayHolesCheck } from './holes-check.ts';
import { joinCheck } from './join-check.ts';
import { nippleCheck } from './nipple-check.ts';
import { wirewaySupportsCheck } from './supports-check.ts';

export const WIREWAY: Family = {
  id: 'wireway',
  name: 'Wireway',
  about: 'Nipples, joins, holes and conductors of wireways and joined enclosures',
  step: 'mount',
  decidesPlaces: true,
  checks: [wirewayFillCheck, wirewayHolesCheck, joinCheck, nippleCheck, wirewaySupportsCheck],
};
