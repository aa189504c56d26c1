import type { Prepared } from '../check/prepared.ts';
import type { Circuit } from '../plan/circuit.ts';
import { carriedBy } from './carried.ts';
import { stringVoltageV } from './cold-voltage.ts';

/**
 * The highest voltage a circuit reaches, V: of modules open in the coldest air, of a battery when it is full, else as it carries.
 * Null where nothing tells it.
 */
export function highestV(prepared: Prepared, circuit: Circuit): number | null {
  const { gearTypes, hung, plan } = prepared;
  const ends = [circuit.from, circuit.to];
  for (const end of ends) {
    const module = end.at === 'modules' ? gearTypes.get(end.type)?.solarModule : null;
    if (end.at === 'modules' && module != null)
      return stringVoltageV(module, end.series, plan.site.conditions.designLowTempC);
  }
  const battery = ends
    .flatMap((end) => (end.at === 'gear' ? (hung.get(end.placement) ?? []) : []))
    .find(({ type }) => type.kind === 'battery');
  return battery?.type.ratings.maxVoltageV ?? carriedBy(prepared, circuit)?.voltageV ?? circuit.voltageV;
}
