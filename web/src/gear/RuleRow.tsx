import type { ClearanceRule } from '@zarnel/core/plan';
import { Choice } from '../ui/Choice.tsx';
import { LiveNumber, LiveText } from './LiveField.tsx';

type Props = {
  readonly rule: ClearanceRule;
  readonly put: (changed: Partial<ClearanceRule>) => void;
  readonly index: number;
  readonly at: (path: string) => string | undefined;
};

const SIDES = [
  { value: 'beside', label: 'Beside' },
  { value: 'above', label: 'Above' },
  { value: 'below', label: 'Below' },
  { value: 'front', label: 'In front' },
  { value: 'any', label: 'Every way' },
];
const COUNTERPARTS = [
  { value: 'same-kind', label: 'Its kind' },
  { value: 'any-gear', label: 'Any gear' },
  { value: 'surface', label: 'Another wall or face' },
  { value: 'edge', label: 'The edge of its face' },
  { value: 'floor', label: 'The floor' },
  { value: 'ceiling', label: 'The ceiling or roof' },
  { value: 'obstacle', label: 'An obstacle' },
  { value: 'opening', label: 'A door or window' },
];
const WHERE = [
  { value: '', label: 'Anywhere' },
  { value: 'inside', label: 'Inside' },
  { value: 'outside', label: 'Outside' },
];
const SOURCES = [
  { value: 'maker', label: 'Maker' },
  { value: 'practice', label: 'Practice' },
  { value: 'yours', label: 'Yours' },
];
const FIRST_THRESHOLD = { in: { value: 77, unit: 'degF' }, mm: { value: 25, unit: 'degC' } } as const;

/** A required gap. It stays in the unit it was given in: 6 in is never 152 mm. */
export function RuleRow({ rule, put, index, at }: Props) {
  const { distance, when, source } = rule;
  const threshold = when.meanMaxAtLeast;
  return (
    <>
      <Choice
        label="Where"
        value={rule.side}
        options={SIDES}
        onChange={(side) => put({ side: side as ClearanceRule['side'] })}
      />
      <Choice
        label="To"
        value={rule.counterpart}
        options={COUNTERPARTS}
        onChange={(value) => put({ counterpart: value as ClearanceRule['counterpart'] })}
      />
      <LiveNumber
        label="Distance"
        value={distance.value}
        unit={distance.unit}
        onChange={(value) => value !== null && put({ distance: { ...distance, value } })}
        fault={at(`rules[${index}].distance.value`)}
        isNarrow
      />
      <Choice
        label="Unit given in"
        value={distance.unit}
        options={[
          { value: 'in', label: 'inches' },
          { value: 'mm', label: 'mm' },
        ]}
        onChange={(unit) => put({ distance: { ...distance, unit: unit as typeof distance.unit } })}
      />
      <Choice
        label="On faces"
        value={when.side ?? ''}
        options={WHERE}
        onChange={(side) =>
          put({
            when: withoutEmpty({ ...when, side: side === '' ? undefined : (side as 'inside' | 'outside') }),
          })
        }
      />
      <LiveNumber
        label="From a mean maximum of"
        value={threshold?.value ?? null}
        unit={
          threshold?.unit === 'degF'
            ? '°F'
            : threshold?.unit === 'degC'
              ? '°C'
              : distance.unit === 'in'
                ? '°F'
                : '°C'
        }
        onChange={(value) =>
          put({
            when: withoutEmpty({
              ...when,
              meanMaxAtLeast:
                value === null ? undefined : { ...(threshold ?? FIRST_THRESHOLD[distance.unit]), value },
            }),
          })
        }
        isNarrow
      />
      <Choice
        label="Source"
        value={source.kind}
        options={
          source.kind === 'published' ? [...SOURCES, { value: 'published', label: 'Published' }] : SOURCES
        }
        onChange={(kind) => {
          if (kind !== 'published')
            put({ source: { kind: kind as 'maker' | 'practice' | 'yours', title: source.title } });
        }}
      />
      <LiveText
        label="Which"
        value={source.title}
        onChange={(title) => put({ source: { ...source, title } })}
        fault={at(`rules[${index}].source.title`)}
        isNarrow
      />
    </>
  );
}

type Loose = { readonly [Key in keyof ClearanceRule['when']]?: ClearanceRule['when'][Key] | undefined };

/** A condition that does not apply is left out of the document altogether. */
function withoutEmpty(when: Loose): ClearanceRule['when'] {
  return Object.fromEntries(Object.entries(when).filter(([, value]) => value !== undefined));
}
