import { z } from 'zod';
import { gearFileSchema } from './gear/gear-file.ts';
import { planSchema } from './plan/plan.ts';

// Apart from the schemas themselves: what publishes them is large, and no page needs it.

/** The published JSON Schema of the document, as kept in docs/. */
export function planJsonSchema(): unknown {
  return z.toJSONSchema(planSchema, { target: 'draft-2020-12' });
}

/** The published JSON Schema of a gear file, as kept in docs/. */
export function gearJsonSchema(): unknown {
  return z.toJSONSchema(gearFileSchema, { target: 'draft-2020-12' });
}
