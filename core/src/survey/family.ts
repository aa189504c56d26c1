import { STEP_OF_REF, type Family } from '../check/family.ts';
import { contradictionsCheck } from './contradictions-check.ts';
import { sidesCheck } from './sides-check.ts';
import { simulatedCheck } from './simulated-check.ts';
import { siteCheck } from './site-check.ts';

export const SURVEY: Family = {
  id: 'survey',
  name: 'Survey',
  about: 'Whether the faces fit together, and whether the plan contradicts itself',
  step: 'site',
  // What the plan contradicts itself in is cleared where the thing it is about is put up.
  stepOf: STEP_OF_REF,
  decidesPlaces: false,
  checks: [contradictionsCheck, sidesCheck, simulatedCheck, siteCheck],
};
