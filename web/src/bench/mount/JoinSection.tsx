import { useState } from 'react';
import {
  canBeScrewed,
  findJoin,
  adjoiningOf,
  CONDUIT_SIZES,
  joinOf,
  MACHINE_SCREWS_INCH,
  MACHINE_SCREWS_METRIC,
  meetEdit,
  screwWindow,
  sizeText,
  upgradeNeeds,
  type Hung,
  type Adjoining,
  type ConduitSize,
  type MachineScrew,
  type Meeting,
  type Prepared,
} from '@zarnel/core/figures';
import { freshId, type Plan } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Section } from '../../ui/Section.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

type Props = {
  readonly item: Hung;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
};

const FITTING_WORDS: Readonly<Record<Meeting['fitting'], string>> = {
  'chase-nipple': 'chase nipple or bushing through both walls, locknut and bonding bushing inside',
  nipple: 'nipple with two connectors',
  'too-near': 'too near for two connectors: bring the walls together, or further apart',
  none: 'they do not meet',
};
/** Usual sheet of small enclosures and nut (practice): typed over where the real ones are measured. */
const FIRST_STACK = { firstSheetMm: 1.5, secondSheetMm: 1.5, nutMm: 3.2, freeBehindMm: 40 };
const SCREW_SIZES = { us: MACHINE_SCREWS_INCH, iec: MACHINE_SCREWS_METRIC } as const;
const FIRST_SCREW = { us: '#10-32', iec: 'M5' } as const;

/** How a piece can be joined to an enclosure beside it or on the other side of its wall. */
export function JoinSection({ item, plan, prepared, reader }: Props) {
  const joins = [...prepared.hung.values()].flatMap((other) => {
    if (other.id === item.id || item.type.kind === 'board' || other.type.kind === 'board') return [];
    return adjoiningOf(item, other) ?? [];
  });
  const [chosen, setChosen] = useState('');
  const adjoining = joins.find(({ b }) => b.id === chosen) ?? joins[0];
  if (adjoining === undefined) return null;
  return (
    <Section title="Joined to another" summary={adjoining.b.placement.name}>
      <Choice
        label="Joined to"
        value={adjoining.b.id}
        options={joins.map(({ b }) => ({ value: b.id, label: b.placement.name }))}
        onChange={setChosen}
      />
      <p className="mt-2">
        {adjoining.kind === 'side-by-side' ? 'Side by side' : 'Back to back through the wall'},{' '}
        <span className="figure">{formatLength(adjoining.gapMm, reader)}</span> between them
      </p>
      <Meetings adjoining={adjoining} reader={reader} />
      <KeptJoin key={adjoining.b.id} adjoining={adjoining} plan={plan} prepared={prepared} />
      {canBeScrewed(adjoining) && <Screws adjoining={adjoining} reader={reader} codeBasis={plan.codeBasis} />}
      <Upgrade unit={item} panel={adjoining.b} reader={reader} />
    </Section>
  );
}

function Meetings({ adjoining, reader }: { readonly adjoining: Adjoining; readonly reader: Reader }) {
  const [fault, setFault] = useState<string | null>(null);
  const { meetings, through } = adjoining;
  const move = meetEdit(adjoining);
  const length = (mm: number) => <span className="figure">{formatLength(mm, reader)}</span>;
  if (through !== null) {
    return (
      <p className="mb-2">
        One hole serves both within {length(through.widthMm)} × {length(through.heightMm)}; its middle is{' '}
        {length(through.xMm)} right of and {length(through.yMm)} up from the datum here,{' '}
        {length(through.otherXMm)} right of it on the other side. Check what runs in the wall before drilling.
      </p>
    );
  }
  if (meetings.length === 0) return <p className="mb-2">No knockouts of one size face each other.</p>;
  const [first] = meetings;
  return (
    <>
      <ul className="mb-2">
        {meetings.slice(0, 6).map(({ mine, theirs, offUpMm, offOutMm, isMet, fitting }) => (
          <li key={mine.id + theirs.id} className="border-b border-faint py-1">
            <span className={isMet ? 'text-solder' : 'text-crayon'}>
              {mine.id} – {theirs.id}, {sizeText(mine.tradeSize)}
            </span>
            <span className="block text-sm">
              {isMet ? (
                FITTING_WORDS[fitting]
              ) : (
                <>
                  miss by {length(offUpMm)} up and {length(offOutMm)} out
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      {first !== undefined && move !== null && (
        <Button onClick={() => setFault(tryEdits([move]))}>
          Move it so that {first.mine.id} meets {first.theirs.id}
        </Button>
      )}
      <Fault className="text-sm">{fault}</Fault>
    </>
  );
}

const THROUGH_SIZES = CONDUIT_SIZES.map((value) => ({ value, label: sizeText(value) }));

/** Keeps the join in the plan, so that it is checked, drawn and drilled; or takes it out again. */
function KeptJoin({
  adjoining,
  plan,
  prepared,
}: Pick<Props, 'plan' | 'prepared'> & { readonly adjoining: Adjoining }) {
  const [size, setSize] = useState<ConduitSize>('2');
  const [fault, setFault] = useState<string | null>(null);
  const kept = findJoin(prepared, adjoining.a, adjoining.b);
  const join = joinOf(adjoining, freshId(plan, 'join'), size);
  if (kept !== null) {
    return (
      <div className="mb-2 flex items-center justify-between gap-2 border-l-4 border-solder pl-2">
        <span>
          Joined{kept.kind === 'back-to-back' ? `, ${sizeText(kept.tradeSize)} through the wall` : ''}
        </span>
        <Button look="quiet" onClick={() => setFault(tryEdits([{ kind: 'remove-join', join: kept.id }]))}>
          Take the join out
        </Button>
        <Fault className="text-sm">{fault}</Fault>
      </div>
    );
  }
  if (join === null) return null;
  return (
    <div className="mb-2">
      {join.kind === 'back-to-back' && (
        <Choice
          label="Nipple through the wall"
          value={size}
          options={THROUGH_SIZES}
          onChange={(value) => setSize(value as ConduitSize)}
        />
      )}
      <Button look="strong" onClick={() => setFault(tryEdits([{ kind: 'set-join', join }]))}>
        Join them
      </Button>
      <Fault className="text-sm">{fault}</Fault>
    </div>
  );
}

function Screws({
  adjoining,
  reader,
  codeBasis,
}: {
  readonly adjoining: Adjoining;
  readonly reader: Reader;
  readonly codeBasis: Plan['codeBasis'];
}) {
  const [stack, setStack] = useState(FIRST_STACK);
  const [screw, setScrew] = useState<MachineScrew>(FIRST_SCREW[codeBasis]);
  const window = screwWindow({ ...stack, screw, betweenMm: adjoining.gapMm });
  const field = (key: keyof typeof FIRST_STACK, label: string) => (
    <LengthField
      label={label}
      valueMm={stack[key]}
      reader={reader}
      onCommit={(mm) => {
        setStack({ ...stack, [key]: mm });
        return null;
      }}
    />
  );
  return (
    <>
      <h4 className="mt-2 font-semibold">Screws through both</h4>
      <Choice
        label="Screw"
        value={screw}
        options={SCREW_SIZES[codeBasis].map((value) => ({ value, label: value }))}
        onChange={(value) => setScrew(value as MachineScrew)}
      />
      {field('firstSheetMm', 'First sheet')}
      {field('secondSheetMm', 'Second sheet')}
      {field('nutMm', 'Nut, 0 where it is tapped')}
      {field('freeBehindMm', 'Free behind it')}
      <p className={window.stockMm === null ? 'text-crayon' : ''}>
        From <span className="figure">{formatLength(window.leastMm, reader)}</span> to{' '}
        <span className="figure">{formatLength(window.mostMm, reader)}</span>
        {window.stockMm === null ? ': no stock length fits.' : ': '}
        {window.stockMm !== null && (
          <span className="figure font-semibold">{formatLength(window.stockMm, reader)}</span>
        )}
      </p>
      <p className="text-sm text-kraft">Dress the tips smooth or cap them.</p>
      <WorkingButton working={window.working} reader={reader} />
    </>
  );
}

function Upgrade({
  unit,
  panel,
  reader,
}: {
  readonly unit: Hung;
  readonly panel: Hung;
  readonly reader: Reader;
}) {
  const needs = upgradeNeeds(unit.type, panel.type);
  if (needs === null) return null;
  const { breakerA, wire, doesPanelCarry, isWithinBusbar, working } = needs;
  return (
    <>
      <h4 className="mt-2 font-semibold">
        What {unit.placement.name} needs of {panel.placement.name}
      </h4>
      <p>
        Breaker <span className="figure">{breakerA === null ? 'above the table' : `${breakerA} A`}</span>,
        copper <span className="figure">{wire === null ? 'above the table' : `#${wire}`}</span> at 75 °C
      </p>
      {doesPanelCarry === false && (
        <p className="text-crayon">The panel’s rating is below that: it must be larger.</p>
      )}
      {doesPanelCarry !== false && isWithinBusbar === false && (
        <p className="text-crayon">
          With its supply device the busbar would be above 120 %: ask which rule the panel allows.
        </p>
      )}
      {doesPanelCarry === null && <p className="text-kraft">The panel’s rating is not stated: ask.</p>}
      <WorkingButton working={working} reader={reader} />
    </>
  );
}
