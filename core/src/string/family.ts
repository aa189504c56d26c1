import type { Family } from '../check/family.ts';
import { bondCheck } from './bond-check.ts';
import { inputCheck } from './input-check.ts';
import { moreCheck } from './more-check.ts';
import { stringCheck } from './string-check.ts';

export const STRING: Family = {
  id: 'string',
  name: 'Strings',
  about: 'How modules are wired, and what they do at the gear they lead to',
  step: 'array',
  decidesPlaces: false,
  checks: [bondCheck, inputCheck, moreCheck, stringCheck],
};
