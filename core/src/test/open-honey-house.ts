import { readFileSync } from 'node:fs';
import { openPlanText } from '../plan/open-plan.ts';
import type { Plan } from '../plan/plan.ts';

/** The honey house before it had a loft: its wall is folded straight to the underside of its roof. Figures by hand are of it. */
export function openHoneyHouse(): Plan {
  kept ??= open();
  return kept;
}

/** Opened once: nobody changes a plan in its place. */
let kept: Plan | null = null;

function open(): Plan {
  const opened = openPlanText(readFileSync('core/src/plan/kept/v6-honey-house.zarnel.json', 'utf8'));
  if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
  return opened.value;
}
