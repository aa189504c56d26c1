import { useState } from 'react';
import {
  fillSections,
  lineUpEdits,
  USUAL_GAP_MM,
  WIRE_SIZES,
  wireAreaMm2,
  wirewayHoles,
  type Hung,
  type LineUp,
  type Prepared,
} from '@zarnel/core/figures';
import { freshId, type Circuit, type Plan } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { makeEdits, refusalText, tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Section } from '../../ui/Section.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { RatioBar } from '../findings/RatioBar.tsx';

type Props = {
  readonly wireway: Hung;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
};

/** Over a wireway the edges away from it are tops, under it bottoms. */
const EDGE_WORDS = { top: 'Tops', bottom: 'Bottoms', both: 'Tops and bottoms' } as const;

function lineUpWords(edges: string): readonly (readonly [LineUp, string])[] {
  return [
    ['one-gap', 'One gap for all'],
    ['tops', `${edges} in line`],
    ['hook-lines', 'Hook lines in line'],
    ['tops-and-hook-lines', `${edges} and hook lines`],
  ];
}

/** A wireway’s own affairs: the units over it in line, and what lies in it stretch by stretch. */
export function WirewaySection({ wireway, plan, prepared, reader }: Props) {
  const [gapMm, setGapMm] = useState(USUAL_GAP_MM);
  const [fault, setFault] = useState<string | null>(null);
  const [side = 'top', otherSide] = new Set(wirewayHoles(prepared, wireway.id).map((hole) => hole.side));
  const edges = EDGE_WORDS[otherSide === undefined ? side : 'both'];
  const lineUp = (how: LineUp) => {
    const edits = lineUpEdits(prepared, wireway, how, gapMm);
    setFault(edits.ok ? tryEdits(edits.value) : refusalText(edits.fault));
  };
  return (
    <div className="mt-3">
      <Section title="Units at it" startsOpen>
        <LengthField
          label="Visible gap, at least"
          valueMm={gapMm}
          reader={reader}
          onCommit={(mm) => {
            setGapMm(mm);
            return null;
          }}
        />
        <div className="flex flex-wrap gap-2">
          {lineUpWords(edges).map(([how, label]) => (
            <Button key={how} onClick={() => lineUp(how)}>
              {label}
            </Button>
          ))}
        </div>
        <Fault className="mt-2 text-sm">{fault}</Fault>
      </Section>
      <Section
        title="Conductors in it"
        summary={String(plan.circuits.filter(({ from }) => isHere(plan, from, wireway.id)).length)}
      >
        <Fill wireway={wireway} prepared={prepared} reader={reader} />
        <Circuits wireway={wireway} plan={plan} prepared={prepared} reader={reader} />
      </Section>
    </div>
  );
}

function isHere(plan: Plan, jointId: string, wirewayId: string): boolean {
  return plan.joints.find(({ id }) => id === jointId)?.wireway === wirewayId;
}

function Fill({ wireway, prepared, reader }: Omit<Props, 'plan'>) {
  const sections = fillSections(prepared, wireway.id);
  const area = (value: number) => formatQuantity({ value, unit: 'mm2' }, reader);
  if (sections.length === 0) return <p className="mb-2">Nothing lies in it yet.</p>;
  return (
    <ul className="mb-3">
      {sections.map(
        ({ fromMm, toMm, areaMm2, mostMm2, isWithin, fillPct, currentCarryingCount, working }) => (
          <li key={fromMm} className="mb-2">
            <p className="text-sm">
              <span className="figure">{formatLength(fromMm, reader)}</span> to{' '}
              <span className="figure">{formatLength(toMm, reader)}</span> from its left end:{' '}
              <span className="figure">{fillPct.toFixed(1)} %</span>,{' '}
              <span className="figure">{currentCarryingCount}</span> carry current
            </p>
            <RatioBar
              measured={areaMm2}
              required={mostMm2}
              measuredText={area(areaMm2)}
              requiredText={`at most ${area(mostMm2)}`}
              isMet={isWithin}
            />
            <WorkingButton working={working} reader={reader} />
          </li>
        ),
      )}
    </ul>
  );
}

function Circuits({ wireway, plan, prepared, reader }: Props) {
  const holes = wirewayHoles(prepared, wireway.id);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [size, setSize] = useState<string>('8');
  const [count, setCount] = useState('3');
  const [carrying, setCarrying] = useState('2');
  const [fault, setFault] = useState<string | null>(null);
  const nameOf = (jointId: string) => {
    const hole = holes.find(({ joint }) => joint.id === jointId);
    return hole === undefined ? jointId : `${hole.unit.placement.name} ${hole.knockout.id}`;
  };
  const ends = [
    { value: '', label: 'Choose …' },
    ...holes.map(({ joint }) => ({ value: joint.id, label: nameOf(joint.id) })),
  ];
  const counts = Array.from({ length: 12 }, (_, index) => ({
    value: String(index + 1),
    label: String(index + 1),
  }));
  const add = () => {
    const circuit: Circuit = {
      id: freshId(plan, 'conductors'),
      name: `${nameOf(from)} to ${nameOf(to)}`.slice(0, 120),
      from,
      to,
      wire: { kind: 'table', size: WIRE_SIZES.find((each) => each === size) ?? '8' },
      count: Number(count),
      currentCarryingCount: Number(carrying),
    };
    setFault(tryEdits([{ kind: 'set-circuit', circuit }]));
  };
  return (
    <>
      <ul>
        {plan.circuits
          .filter((circuit) => isHere(plan, circuit.from, wireway.id))
          .map((circuit) => (
            <li
              key={circuit.id}
              className="flex items-center justify-between gap-2 border-b border-faint py-1"
            >
              <span>
                <span className="figure">{circuit.count}</span> ×{' '}
                {circuit.wire.kind === 'table'
                  ? `#${circuit.wire.size}`
                  : formatLength(circuit.wire.diameterMm, reader)}
                , {circuit.name}
                <span className="block text-sm text-kraft">
                  <span className="figure">
                    {formatQuantity({ value: wireAreaMm2(circuit), unit: 'mm2' }, reader)}
                  </span>{' '}
                  each, <span className="figure">{circuit.currentCarryingCount}</span> carry current
                </span>
              </span>
              <Button
                look="quiet"
                aria-label={`Take out ${circuit.name}`}
                onClick={() => makeEdits([{ kind: 'remove-circuit', circuit: circuit.id }])}
              >
                ×
              </Button>
            </li>
          ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <Choice label="From" value={from} options={ends} onChange={setFrom} />
        <Choice label="To" value={to} options={ends} onChange={setTo} />
        <Choice
          label="Size"
          value={size}
          options={WIRE_SIZES.map((each) => ({ value: each, label: `#${each}` }))}
          onChange={setSize}
        />
        <Choice label="How many" value={count} options={counts} onChange={setCount} />
        <Choice
          label="Carry current"
          value={carrying}
          options={[{ value: '0', label: '0' }, ...counts]}
          onChange={setCarrying}
        />
        <Button disabled={from === '' || to === ''} onClick={add}>
          Add conductors
        </Button>
      </div>
      <Fault className="mt-1 text-sm">{fault}</Fault>
    </>
  );
}
