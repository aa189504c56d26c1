import {
  CONDITION_KEYS,
  type ConditionKey,
  type Conditions,
  type OwnConditions,
} from '../plan/conditions.ts';

/** A condition with where it comes from. */
export type Resolved<Value> = { readonly value: Value; readonly from: 'face' | 'site' };
export type ResolvedConditions = { readonly [Key in ConditionKey]: Resolved<Conditions[Key]> };

/** What holds at a face: its own conditions, and the site’s for all others. */
export function resolveConditions(site: Conditions, own: OwnConditions): ResolvedConditions {
  const entries = CONDITION_KEYS.map((key) => {
    const value = own[key];
    return [key, value === undefined ? { value: site[key], from: 'site' } : { value, from: 'face' }];
  });
  return Object.fromEntries(entries) as ResolvedConditions;
}
