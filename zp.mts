import { largePlan } from './core/src/test/large-plan.ts';
import { prepare } from './core/src/check/prepared.ts';
import { CHECKS } from './core/src/checks.ts';
import { FindingBook } from './core/src/check/finding-book.ts';
import { runChecks } from './core/src/check/run-checks.ts';
import { routeAll } from './core/src/route/route.ts';
import { drillSheets } from './core/src/pack/holes.ts';
const plan = largePlan(Number(process.argv[2] ?? 40));
let t = performance.now();
const lap = (n: string) => { const now = performance.now(); if (now - t > 5) console.log(n, (now - t).toFixed(0)); t = now; };
const p = prepare(plan); lap('prepare');
for (const c of CHECKS) { const b = new FindingBook(p, [c]); lap(c.meta.id + ' ' + b.findings().length); }
routeAll(p); lap('routes'); drillSheets(p); lap('sheets');
const q = prepare(plan); lap('prepare2'); const b = new FindingBook(q, CHECKS); lap('all book ' + b.findings().length); routeAll(q); lap('routes'); drillSheets(q); lap('sheets');
console.log('MB', process.memoryUsage().heapUsed / 1e6);
const r = prepare(plan);t=performance.now(); runChecks(r, CHECKS);routeAll(r);  drillSheets(r); lap('run once');
