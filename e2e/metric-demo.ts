import { DEMOS } from '@zarnel/core/files';
import type { Plan } from '@zarnel/core/plan';

/** The demo in millimetres. */
export function eyeClinic(): Plan {
  const demo = DEMOS.find(({ id }) => id === 'eye-clinic');
  if (demo === undefined) throw new Error('There is no such demo.');
  return demo.plan();
}
