import { CHECKS } from './core/src/checks.ts';
const counts: Record<string, number> = {};
for (const c of CHECKS) for (const l of c.looks as any[]) { const f = l.look; l.look = (m: any, id: string) => { counts[c.meta.id] = (counts[c.meta.id] ?? 0) + 1; return f(m, id); }; }
const { LiveEvaluation } = await import('./core/src/evaluate.ts');
const { applyEdits } = await import('./core/src/plan/edits/apply-edit.ts');
const { largePlan } = await import('./core/src/test/large-plan.ts');
const plan = largePlan(40);
const live = new LiveEvaluation(plan); live.takeChanges();
let now = plan;
const w = plan.faces.find((f) => f.id === 'wall-3-1')!.obstacles.find((o) => o.id === 'window-1')! as any;
for (const [name, mk] of [
 ['obstacle', (r: number) => ({ kind: 'set-obstacle', face: 'wall-3-1', obstacle: { ...w, shape: { ...w.shape, xMm: 6420 + (r % 2) * 5 } } })],
 ['move', (r: number) => { const p = now.placements.find((x) => x.id === 'unit-3-1-2')!; return { kind: 'move-placement', placement: p.id, xMm: p.xMm + (r % 2 ? 7 : -7), yMm: p.yMm }; }],
 ['hole', (r: number) => { const p = now.passes.find((x) => x.id === 'pass-3-0')!; return { kind: 'move-pass', pass: p.id, xMm: p.xMm + (r % 2 ? 3 : -3), yMm: p.yMm }; }],
] as any) {
  for (let r = 0; r < 3; r++) {
    for (const k of Object.keys(counts)) delete counts[k];
    const a = applyEdits(now, [mk(r)] as any);
    if (!a.ok) throw a.fault; now = a.value.plan; const t = performance.now(); live.update(now); console.log(name, (performance.now() - t).toFixed(1), JSON.stringify(counts));
  }
}
