import type { Family } from '../check/family.ts';
import { inputCheck } from './input-check.ts';
import { stringCheck } from './string-check.ts';

export const STRING: Family = {
  id: 'string',
  name: 'Strings',
  about: 'How modules are wired, and what they do at the gear they lead to',
  step: 'array',
  decidesPlaces: false,
  checks: [inputCheck, stringCheck],
};
