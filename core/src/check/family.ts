import type { Ref } from '../plan/lists.ts';
import type { Check } from './finding.ts';

/** The steps of a job at which something is done. */
export type StepId = 'site' | 'gear' | 'mount' | 'array' | 'route' | 'pack';

/** A family of the trade: what it looks after, and where what it finds is cleared. */
export type Family = {
  /** What the ids of its checks begin with. */
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly step: StepId;
  /** Where it depends on what a finding is about. */
  readonly stepOf?: Readonly<Record<Ref['kind'], StepId>>;
  /** Whether where gear hangs decides what it finds: no proposed layout may break it. */
  readonly decidesPlaces: boolean;
  readonly checks: readonly Check[];
};

/** Where each kind of thing is put up and worked on. */
export const STEP_OF_REF: Readonly<Record<Ref['kind'], StepId>> = {
  face: 'site',
  placement: 'mount',
  nipple: 'mount',
  penetration: 'route',
  'plate-hole': 'route',
  run: 'route',
  circuit: 'route',
  field: 'array',
  string: 'array',
};
