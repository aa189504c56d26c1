import { wrap, type Remote } from 'comlink';
import type {
  ClearanceLine,
  DrawnOutlines,
  Evaluation,
  GearOffer,
  LengthUnit,
  Plan,
  readCsvOutline,
  Result,
} from '@zarnel/core';
import { Answering } from './answering.ts';
import type { Compute } from './compute.worker.ts';

/** The largest job is checked in a few seconds; a large drawing takes longer. */
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

/** A gear file read off the main thread: ten thousand rows take a while. */
export async function readGearInWorker(
  text: string,
  kind: 'json' | 'csv',
): Promise<Result<GearOffer, string>> {
  return computer.ask(async (remote) => remote.readGear(text, kind));
}

/** The outlines of a drawing, read off the main thread: a whole house may be in it. */
export async function readDxfInWorker(text: string): Promise<Result<DrawnOutlines, string>> {
  return computer.ask(async (remote) => remote.readDxfOutlines(text));
}

export async function readCsvOutlineInWorker(
  text: string,
  bareUnit: LengthUnit,
): Promise<ReturnType<typeof readCsvOutline>> {
  return computer.ask(async (remote) => remote.readCsvOutline(text, bareUnit));
}
