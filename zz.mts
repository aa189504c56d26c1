import { largePlan } from './core/src/test/large-plan.ts';
import { openPlan } from './core/src/plan/open-plan.ts';
import { evaluatePlan, evaluateAfter } from './core/src/evaluate.ts';
import { applyEdits } from './core/src/plan/edits/apply-edit.ts';
const rooms = Number(process.argv[2] ?? 40);
const plan = largePlan(rooms);
const opened = openPlan(plan);
if (!opened.ok) { console.log(opened.fault.slice(0,5)); process.exit(1); }
console.log('faces', plan.faces.length, 'gear', plan.placements.length, 'joints', plan.joints.length, 'circuits', plan.circuits.length, 'runs', plan.runs.length, JSON.stringify(plan).length);
let t = performance.now();
const e = evaluatePlan(plan);
console.log('full', performance.now() - t);
t = performance.now();
const { checked } = evaluateAfter(plan, null);
console.log('full again', performance.now() - t);
const counts: Record<string, number> = {};
for (const f of e.findings) counts[f.check + '/' + f.message] = (counts[f.check + '/' + f.message] ?? 0) + 1;
console.log(counts, 'routed', e.routes.routed.length, 'faults', e.routes.faults.map((f) => f.code).slice(0, 5), 'sheets', e.sheets.length);
const p = plan.placements.find((x) => x.id === 'unit-1-1-2')!;
const edited = applyEdits(plan, [{ kind: 'move-placement', placement: p.id, xMm: p.xMm + 7, yMm: p.yMm }]);
if (edited.ok) { t = performance.now(); evaluateAfter(edited.value.plan, checked); console.log('edit', performance.now() - t); }
