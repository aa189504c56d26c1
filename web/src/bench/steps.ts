import type { Finding } from '@zarnel/core';

/** The steps of a job that this version does, each with its place on the tape. */
export const STEPS = [
  { id: 'site', place: 1, name: 'Site' },
  { id: 'gear', place: 2, name: 'Gear' },
  { id: 'mount', place: 3, name: 'Mount' },
  { id: 'route', place: 5, name: 'Route' },
  { id: 'pack', place: 6, name: 'Pack' },
] as const;
export type StepId = (typeof STEPS)[number]['id'];

export function isStep(text: string | undefined): text is StepId {
  return STEPS.some(({ id }) => id === text);
}

const STEP_OF_CHECK: Readonly<Record<string, StepId>> = {
  clearance: 'mount',
  wireway: 'mount',
  route: 'route',
  seal: 'route',
  pack: 'mount',
};

/** The step at which a finding is cleared. */
export function stepOf({ check }: Finding): StepId {
  return STEP_OF_CHECK[check.split('.')[0] ?? ''] ?? 'site';
}
