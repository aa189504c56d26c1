import { wrap, type Remote } from 'comlink';
import type { ClearanceLine, Evaluation, Plan } from '@zarnel/core';
import { Answering } from './answering.ts';
import type { Compute } from './compute.worker.ts';

/** The largest job is checked in a few seconds; a slow machine takes longer. */
const ANSWER_MS = 60_000;

const computer = new Answering<Worker, Remote<Compute>>(() => {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<Compute>(worker) };
}, ANSWER_MS);

/** Checks, routes and hole schedule of a plan, computed off the main thread. */
export async function evaluateInWorker(plan: Plan): Promise<Evaluation> {
  return computer.ask(async (remote) => remote.evaluate(plan));
}

/** Every clearance of a plan that a rule asks for, measured off the main thread. */
export async function clearancesInWorker(plan: Plan): Promise<ClearanceLine[]> {
  return computer.ask(async (remote) => remote.clearances(plan));
}
