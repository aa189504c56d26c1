import { useState } from 'react';
import {
  fillSections,
  lineUpEdits,
  sizeWords,
  usualGapMm,
  wirewayHoles,
  type Hung,
  type LineUp,
  type Prepared,
} from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { refusalText, tryEdits } from '../../state/job-session.ts';
import { currentEvaluation } from '../../state/plan-slice.ts';
import { useAppSelector } from '../../state/store.ts';
import { useOpen } from '../SelectionStrip.tsx';
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
  const [gapMm, setGapMm] = useState(usualGapMm(plan.codeBasis));
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
        summary={String(
          plan.circuits.filter(({ stretches }) =>
            stretches.some(({ from }) => isHere(plan, from, wireway.id)),
          ).length,
        )}
      >
        <Fill wireway={wireway} prepared={prepared} reader={reader} />
        <Circuits wireway={wireway} plan={plan} prepared={prepared} reader={reader} />
      </Section>
    </div>
  );
}

function isHere(plan: Plan, nippleId: string, wirewayId: string): boolean {
  return plan.nipples.find(({ id }) => id === nippleId)?.wireway === wirewayId;
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

/** The circuits that lie in it, each with the size it has; others can be laid in it. */
function Circuits({ wireway, plan, prepared, reader }: Props) {
  const open = useOpen();
  const lines = useAppSelector((state) => currentEvaluation(state.plan)?.circuits);
  const holes = wirewayHoles(prepared, wireway.id);
  const [circuitId, setCircuit] = useState('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const ends = holes.map(({ nipple, unit, knockout }) => ({
    value: nipple.id,
    label: `${unit.placement.name} ${knockout.id}`,
  }));
  const circuit = plan.circuits.find(({ id }) => id === circuitId);
  const sizeOf = (id: string) => lines?.find((line) => line.circuit === id)?.size ?? null;
  const lay = () => {
    if (circuit === undefined) return;
    const stretches = [...circuit.stretches, { from, to }];
    setFault(tryEdits([{ kind: 'set-circuit', circuit: { ...circuit, stretches } }]));
  };
  return (
    <>
      <ul>
        {plan.circuits
          .filter(({ stretches }) => stretches.some((each) => isHere(plan, each.from, wireway.id)))
          .map((each) => {
            const size = sizeOf(each.id);
            return (
              <li
                key={each.id}
                className="flex items-center justify-between gap-2 border-b border-faint py-1"
              >
                <button
                  type="button"
                  className="min-h-9 flex-1 text-left hover:bg-tape/40"
                  onClick={() => open({ kind: 'circuit', id: each.id })}
                >
                  <span className="figure">{each.wire.count}</span> ×{' '}
                  {size === null ? 'size not known' : sizeWords(size)}, {each.name}
                  <span className="block text-sm text-kraft">
                    <span className="figure">{each.wire.carrying}</span> carry current
                    {each.wire.size.by === 'measured' &&
                      `, ${formatLength(each.wire.size.diameterMm, reader)} over each`}
                  </span>
                </button>
                <Button
                  look="quiet"
                  aria-label={`Take ${each.name} out of it`}
                  onClick={() =>
                    setFault(
                      tryEdits([
                        {
                          kind: 'set-circuit',
                          circuit: {
                            ...each,
                            stretches: each.stretches.filter(
                              (stretch) => !isHere(plan, stretch.from, wireway.id),
                            ),
                          },
                        },
                      ]),
                    )
                  }
                >
                  ×
                </Button>
              </li>
            );
          })}
      </ul>
      {plan.circuits.length === 0 ? (
        <p className="mt-2">No circuit yet: they are added at the Route step.</p>
      ) : (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <Choice
            label="Circuit"
            value={circuitId}
            options={[NONE_CHOSEN, ...plan.circuits.map(({ id, name }) => ({ value: id, label: name }))]}
            onChange={setCircuit}
          />
          <Choice label="In by" value={from} options={[NONE_CHOSEN, ...ends]} onChange={setFrom} />
          <Choice label="Out by" value={to} options={[NONE_CHOSEN, ...ends]} onChange={setTo} />
          <Button disabled={circuit === undefined || from === '' || to === ''} onClick={lay}>
            Lay it there
          </Button>
        </div>
      )}
      <Fault className="mt-1 text-sm">{fault}</Fault>
    </>
  );
}

const NONE_CHOSEN = { value: '', label: 'Choose …' };
