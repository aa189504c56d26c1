import type { Prepared } from '../check/prepared.ts';
import type { Circuit } from '../plan/circuit.ts';
import { carriedBy } from './carried.ts';
import { stringsAt } from '../string/module-figures.ts';

/**
 * The highest voltage a circuit reaches, V: of modules open in the coldest air, of a battery when it is full, else as it carries.
 * Null where nothing tells it.
 */
export function highestV(prepared: Prepared, circuit: Circuit): number | null {
  const { hung } = prepared;
  const ends = [circuit.from, circuit.to];
  for (const end of ends) {
    const strings = stringsAt(prepared, end) ?? [];
    if (strings.length > 0) return Math.max(...strings.map(({ coldV }) => coldV));
  }
  const battery = ends
    .flatMap((end) => (end.at === 'gear' ? (hung.get(end.placement) ?? []) : []))
    .find(({ type }) => type.kind === 'battery');
  return battery?.type.ratings.maxVoltageV ?? carriedBy(prepared, circuit)?.voltageV ?? circuit.voltageV;
}
