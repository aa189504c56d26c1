import type { Plan } from '../plan/plan.ts';
import { eyeClinic } from './eye-clinic.ts';
import { glasshouses } from './glasshouses.ts';
import { honeyHouse } from './honey-house.ts';
import { surveyLaunch } from './survey-launch.ts';

/** The demo jobs, by the name under which each is loaded once and that of its file in `demo/`. */
export const DEMOS: readonly { readonly id: string; readonly file: string; readonly plan: () => Plan }[] = [
  { id: 'honey-house', file: 'hollowmere-honey-house', plan: honeyHouse },
  { id: 'eye-clinic', file: 'larkspur-travelling-eye-clinic', plan: eyeClinic },
  { id: 'glasshouses', file: 'marl-lane-glasshouses', plan: glasshouses },
  { id: 'survey-launch', file: 'pebble-hythe-survey-launch', plan: surveyLaunch },
];
