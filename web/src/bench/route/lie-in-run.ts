import type { PlanEdit, Run } from '@zarnel/core/plan';

/** A run with a circuit in it, or without. */
export function lieInRun(run: Run, circuit: string, isIn: boolean): PlanEdit {
  const others = run.circuits.filter((id) => id !== circuit);
  return { kind: 'set-run', run: { ...run, circuits: isIn ? [...others, circuit] : others } };
}
