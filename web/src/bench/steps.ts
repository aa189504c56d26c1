import type { Finding, Ref } from '@zarnel/core/checks';

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

/** The step at which the findings of each family of checks are cleared. */
const STEP_OF_FAMILY: Readonly<Record<string, StepId>> = {
  clearance: 'mount',
  fixing: 'mount',
  wireway: 'mount',
  route: 'route',
  seal: 'route',
  pack: 'mount',
  survey: 'site',
};

/** What the plan contradicts itself in is cleared where the thing it is about is put up. */
const STEP_OF_SUBJECT: Readonly<Record<Ref['kind'], StepId>> = {
  face: 'site',
  placement: 'mount',
  joint: 'mount',
  pass: 'route',
  run: 'route',
};

/** The step at which a finding is cleared. */
export function stepOf({ check, subjects }: Pick<Finding, 'check' | 'subjects'>): StepId {
  const [subject] = subjects;
  if (check === 'survey.contradictions' && subject !== undefined) return STEP_OF_SUBJECT[subject.kind];
  const step = STEP_OF_FAMILY[check.split('.')[0] ?? ''];
  if (step === undefined) throw new Error(`No step clears the findings of “${check}”.`);
  return step;
}
