import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import type { Circuit, CircuitWire } from '../plan/circuit.ts';
import { getSample } from '../gear/samples.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { ClearanceRule, GearType } from '../plan/gear-type.ts';
import { beside } from './plans.ts';

/** Edits of the demo with its first findings cleared: plans that a check must pass, and plans that it must find. */
export type CheckCases = {
  readonly valid: readonly (readonly PlanEdit[])[];
  readonly invalid: readonly (readonly PlanEdit[])[];
};

/** A feed from the demo’s inverter A to its load centre in place of the one that is there. */
export function feed({
  wire,
  ...more
}: Partial<Omit<Circuit, 'wire'>> & { readonly wire?: Partial<CircuitWire> }): PlanEdit {
  const circuit = newCircuit('us', {
    id: 'a-feed',
    name: 'Inverter A to load center',
    carries: 'ac-out',
    from: atGear('inverter-a', 'ac'),
    to: atGear('load-centre', 'breakers'),
    stretches: [{ from: 'a-ac', to: 'load-feed' }],
    ...more,
    wire: { count: 3, ...wire },
  });
  return { kind: 'set-circuit', circuit };
}

/** The inverter with one more rule. */
export function withRule(more: Partial<ClearanceRule>): PlanEdit {
  const type = getSample('inverter-8kw');
  const rules = [...type.rules, beside('extra', { counterpart: 'any-gear', ...more })];
  return { kind: 'set-gear-type', gearType: { ...type, rules } };
}

/** The inverter with something else about it. */
export function withInverter(more: Partial<GearType>): PlanEdit {
  return { kind: 'set-gear-type', gearType: { ...getSample('inverter-8kw'), ...more } };
}
