import type { ClearanceRule, RuleSide } from '../plan/gear-type.ts';
import type { GivenDistance } from '../plan/values.ts';
import type { SourceRef } from '../reference/source.ts';

/** The three figures of the maker-style side gap: inside, inside where it is warm, outside. */
type SideGaps = {
  readonly unit: GivenDistance['unit'];
  readonly inside: number;
  readonly warm: number;
  readonly outside: number;
};

const INCH_EDITION: SideGaps = { unit: 'in', inside: 6, warm: 8, outside: 2 };
const METRIC_EDITION: SideGaps = { unit: 'mm', inside: 150, warm: 200, outside: 50 };

/** The maker-style side gap in one of its editions: 6/8/2 in from 77 °F, or 150/200/50 mm from 25 °C. */
export function besideRules(maker: string, edition: 'inch' | 'metric'): ClearanceRule[] {
  const { unit, inside, warm, outside } = edition === 'inch' ? INCH_EDITION : METRIC_EDITION;
  const source = makerSheet(maker);
  const threshold =
    edition === 'inch' ? ({ value: 77, unit: 'degF' } as const) : ({ value: 25, unit: 'degC' } as const);
  const rule = (id: string, value: number, when: ClearanceRule['when']): ClearanceRule => ({
    id,
    side: 'beside',
    counterpart: 'same-kind',
    distance: { value, unit },
    when,
    source,
  });
  return [
    rule('beside-inside', inside, { side: 'inside' }),
    rule('beside-inside-warm', warm, { side: 'inside', meanMaxAtLeast: threshold }),
    rule('beside-outside', outside, { side: 'outside' }),
  ];
}

/** A plain distance to any gear on one side, always. */
export function plainRule(
  maker: string,
  side: RuleSide,
  value: number,
  unit: GivenDistance['unit'],
): ClearanceRule {
  return {
    id: `${side}-any`,
    side,
    counterpart: 'any-gear',
    distance: { value, unit },
    when: {},
    source: makerSheet(maker),
  };
}

/** Its maker asks for no room: a plain enclosure. */
export function noRoomRule(maker: string): ClearanceRule {
  return plainRule(maker, 'any', 0, 'mm');
}

function makerSheet(maker: string): SourceRef {
  return { kind: 'maker', title: `${maker}, mounting sheet (sample)` };
}
