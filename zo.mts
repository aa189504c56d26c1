import { LiveEvaluation } from './core/src/evaluate.ts';
import { applyEdits } from './core/src/plan/edits/apply-edit.ts';
import { largePlan } from './core/src/test/large-plan.ts';
const plan = largePlan(40);
const live = new LiveEvaluation(plan); live.takeChanges();
let now = plan;
const w = plan.faces.find((f) => f.id === 'wall-3-1')!.obstacles.find((o) => o.id === 'window-1')! as any;
const t0 = performance.now();
for (let r = 0; r < 12; r++) {
  const a = applyEdits(now, [{ kind: 'set-obstacle', face: 'wall-3-1', obstacle: { ...w, shape: { ...w.shape, xMm: 6420 + (r % 2) * 5 } } }]);
  if (!a.ok) throw 1; now = a.value.plan; const t = performance.now(); live.update(now); const c = live.takeChanges(); console.log((performance.now() - t).toFixed(1), c.findings.set.length, c.routes.set.length, c.sheets.set.length);
}
