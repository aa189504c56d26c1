import type { Prepared } from '../check/prepared.ts';
import type { Knockout } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';

/** Knockouts of a piece that no nipple and no run of a plan ends in. */
export function freeKnockouts(
  { hung }: Pick<Prepared, 'hung'>,
  { nipples, runs }: Pick<Plan, 'nipples' | 'runs'>,
  placement: string,
): readonly Knockout[] {
  const ports = [...nipples.map(({ from }) => from), ...runs.flatMap(({ from, to }) => [from, to])];
  const used = new Set(ports.flatMap((port) => (port.placement === placement ? [port.knockout] : [])));
  return (hung.get(placement)?.type.knockouts ?? []).filter(({ id }) => !used.has(id));
}
