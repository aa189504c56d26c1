import { largePlan } from './core/src/test/large-plan.ts';
import { prepare } from './core/src/check/prepared.ts';
import { CHECKS } from './core/src/checks.ts';
import { FindingBook } from './core/src/check/finding-book.ts';
import { routeAll } from './core/src/route/route.ts';
const p = prepare(largePlan(40));
new FindingBook(p, CHECKS);
