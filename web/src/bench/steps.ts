import type { StepId } from '@zarnel/core/checks';

/** The steps of a job that this version does, each with its place on the tape. */
export const STEPS = [
  { id: 'site', place: 1, name: 'Site' },
  { id: 'gear', place: 2, name: 'Gear' },
  { id: 'mount', place: 3, name: 'Mount' },
  { id: 'array', place: 4, name: 'Array' },
  { id: 'route', place: 5, name: 'Route' },
  { id: 'pack', place: 6, name: 'Pack' },
] as const satisfies readonly { readonly id: StepId; readonly place: number; readonly name: string }[];

export function isStep(text: string | undefined): text is StepId {
  return STEPS.some(({ id }) => id === text);
}
