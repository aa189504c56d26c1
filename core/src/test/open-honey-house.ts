import { readFileSync } from 'node:fs';
import { openPlanText } from '../plan/open-plan.ts';
import type { Plan } from '../plan/plan.ts';

const text = readFileSync('core/src/plan/kept/v6-honey-house.zarnel.json', 'utf8');

/** The honey house before it had a loft: its wall is folded straight to the underside of its roof. Figures by hand are of it. */
export function openHoneyHouse(): Plan {
  const opened = openPlanText(text);
  if (!opened.ok) throw new Error(opened.fault[0]?.message);
  return opened.value;
}
