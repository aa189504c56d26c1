import { useState } from 'react';
import { sizeWords, type CircuitDetail, type CircuitLine, type Requirement } from '@zarnel/core/figures';
import {
  AT_TERMINAL_MM,
  CIRCUIT_KINDS,
  type Held,
  HELD_WAYS,
  MOST_COUNT,
  setsOf,
  usualWire,
  type Circuit,
  type CircuitEnd,
  type CircuitWire,
  type Plan,
} from '@zarnel/core/plan';
import {
  CARRIES_WORDS,
  CAUTIONS,
  formatLength,
  formatQuantity,
  type QuantityUnit,
  type Reader,
} from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { lazily } from '../../ui/lazily.ts';
import { FigureRow as Row } from '../../ui/FigureRow.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { CountField } from '../../ui/CountField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { CircuitWorkings } from './CircuitWorkings.tsx';
import { CircuitEnds } from './CircuitEnds.tsx';
import { CircuitWays } from './CircuitWays.tsx';
import { endOptions, keyOfEnd } from './end-options.ts';
import { evaluator } from '../../workers/compute.ts';
import { OfNow } from './OfNow.tsx';
import { useDetail } from './use-detail.ts';
import { WireFields } from './WireFields.tsx';
import { useTradeWords } from '../use-telling.ts';

const SizeChart = lazily(async () => (await import('./SizeChart.tsx')).SizeChart);

type Props = {
  readonly circuit: Circuit;
  readonly plan: Plan;
  /** Null while it is worked out. */
  readonly line: CircuitLine | null;
  readonly reader: Reader;
};

/** Why the next smaller size does not do. */
const BECAUSE: Readonly<Record<Requirement, string>> = {
  capacity: 'what it may carry where it lies',
  terminals: 'its terminals',
  protection: 'its device',
  drop: 'the voltage it loses',
  range: 'what its terminals take',
  sharing: 'the least that sets may share a current with',
};

const HELD_WORDS: Readonly<Record<Held, string>> = {
  conduit: 'in conduit or a wireway',
  clipped: 'clipped to what is there',
  'in-cavity': 'loose in a cavity',
  'under-modules': 'under modules',
};

const NO_DETAIL: CircuitDetail = { workings: [], steps: [] };
const askCircuit = (id: string) => evaluator.circuitDetail(id);

/** A circuit: what it carries, what that makes of its conductors and its device, and where it lies. */
export function CircuitPanel({ circuit, plan, line, reader }: Props) {
  const say = useTradeWords();
  const { detail, isOfNow } = useDetail(askCircuit, circuit.id, NO_DETAIL);
  const { workings, steps } = detail;
  // While it is worked out anew, its room is kept by what was told before.
  const [told, keep] = useState(line);
  if (line !== null && line !== told) keep(line);
  const set = (more: Partial<Circuit>) =>
    tryEdits([{ kind: 'set-circuit', circuit: { ...circuit, ...more } }]);
  const replace = (changed: Circuit) => tryEdits([{ kind: 'set-circuit', circuit: changed }]);
  const setWire = (wire: Partial<CircuitWire>) => set({ wire: { ...circuit.wire, ...wire } });
  const setKind = (value: string) => {
    const carries = CIRCUIT_KINDS.find((kind) => kind === value);
    if (carries === undefined) return;
    // A cable of which nobody said what it carries keeps its outside; its conductors start as usual.
    const { made } = circuit.wire;
    set({
      carries,
      wire:
        circuit.carries === 'unsaid' && made.as === 'cable'
          ? { ...usualWire(plan.codeBasis, carries), made }
          : circuit.wire,
    });
  };
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  return (
    <section aria-label={circuit.name} className="mb-4">
      <h2 className="mb-2 text-lg font-semibold">{circuit.name}</h2>
      <OfNow isOfNow={line !== null}>
        {told?.size != null && (
          <p className="mb-1 flex items-baseline justify-between gap-2">
            <span>{say(told.earth === null ? 'Conductors' : 'Conductors and earth')}</span>
            <span className="figure text-lg font-semibold text-chalk">
              {setsOf(circuit.wire) > 1 && `${setsOf(circuit.wire)} sets of `}
              {circuit.wire.count} × {sizeWords(told.size)}
              {told.earth !== null && ` + ${sizeWords(told.earth)}`}
            </span>
          </p>
        )}
        {told !== null && (
          <dl className="mb-2">
            {told.deviceA !== null && <Row name="Fuse or breaker" value={`${told.deviceA} A`} isStrong />}
            {told.currentA !== null && <Row name="Current for long" value={figure(told.currentA, 'A')} />}
            {told.designA !== null && <Row name="Design current" value={figure(told.designA, 'A')} />}
            {told.capacityA !== null && (
              <Row name="May carry where it lies" value={figure(told.capacityA, 'A')} />
            )}
            {told.dropPct !== null && told.dropV !== null && (
              <Row
                name={`Voltage lost${told.mostDropPct === null ? '' : `, at most ${figure(told.mostDropPct, 'percent')}`}`}
                value={`${figure(told.dropV, 'V')} · ${figure(told.dropPct, 'percent')}`}
              />
            )}
            <Row
              name="Cut length of each"
              value={told.lengthMm === null ? 'no way yet' : formatLength(told.lengthMm, reader)}
              isStrong
            />
          </dl>
        )}
        {told !== null && told.because.length > 0 && (
          <p className="mb-2 text-sm text-kraft">
            One size smaller is too small for {told.because.map((each) => BECAUSE[each]).join(' and ')}.
          </p>
        )}
      </OfNow>
      <OfNow isOfNow={isOfNow}>
        <CircuitWorkings workings={workings} reader={reader} />
      </OfNow>
      <OfNow isOfNow={isOfNow && line !== null}>
        {told !== null && steps.length > 0 && told.lengthMm !== null && (
          <Section
            title="Voltage and heat by size"
            summary={told.dropPct === null ? '' : figure(told.dropPct, 'percent')}
          >
            <SizeChart
              line={told}
              steps={steps}
              circuit={circuit}
              reader={reader}
              onUse={(size) => setWire({ size })}
            />
          </Section>
        )}
      </OfNow>
      <ul className="my-2 border-l-4 border-crayon pl-3">
        {cautionsOfCircuit(circuit).map((caution) => (
          <li key={caution}>{CAUTIONS[caution]}</li>
        ))}
        <li>The local code and a licensed electrician decide sizes and devices.</li>
      </ul>
      <Section
        title="What it carries"
        summary={CARRIES_WORDS[circuit.carries]}
        startsOpen={circuit.carries === 'unsaid'}
      >
        <NameField label="Name" value={circuit.name} onCommit={(name) => set({ name })} />
        <Select
          label="It carries"
          value={circuit.carries}
          options={CIRCUIT_KINDS.map((kind) => ({ value: kind, label: CARRIES_WORDS[kind] }))}
          onChange={setKind}
        />
        <EndField label="From" end={circuit.from} plan={plan} onChange={(from) => set({ from })} />
        <EndField label="To" end={circuit.to} plan={plan} onChange={(to) => set({ to })} />
        <NumberField
          label="Current"
          value={circuit.currentA}
          unit="A"
          hint={
            circuit.currentA === null && line?.currentA != null
              ? `${figure(line.currentA, 'A')} by what it joins`
              : null
          }
          onCommit={(currentA) => set({ currentA })}
        />
        <NumberField
          label="Voltage in operation"
          value={circuit.voltageV}
          unit="V"
          hint={
            circuit.voltageV === null && line?.voltageV != null
              ? `${figure(line.voltageV, 'V')} by what it joins`
              : null
          }
          onCommit={(voltageV) => set({ voltageV })}
        />
        <Toggle
          label="Three hours or more"
          isOn={circuit.isContinuous}
          onChange={(isContinuous) => void set({ isContinuous })}
        />
        <Protection circuit={circuit} line={line} reader={reader} set={set} />
        {circuit.carries === 'array' && (
          <NumberField
            label="Fuse in line with each string"
            value={circuit.stringFuseA ?? null}
            unit="A"
            hint="Empty where its strings have none."
            onCommit={(stringFuseA) => {
              const changed = { ...circuit };
              delete changed.stringFuseA;
              return replace(stringFuseA === null ? changed : { ...changed, stringFuseA });
            }}
          />
        )}
        <NumberField
          label="Voltage drop, at most"
          value={circuit.mostDropPct}
          unit="%"
          hint={
            circuit.mostDropPct === null && line?.mostDropPct != null
              ? `${figure(line.mostDropPct, 'percent')} is usual for its kind`
              : null
          }
          onCommit={(mostDropPct) => set({ mostDropPct })}
        />
      </Section>
      <Section title="Its conductors" summary={line?.size == null ? '' : sizeWords(line.size)}>
        <WireFields wire={circuit.wire} codeBasis={plan.codeBasis} reader={reader} onChange={setWire} />
      </Section>
      {told !== null && told.ends.length > 0 && (
        <OfNow isOfNow={line !== null}>
          <Section title="Its ends" summary={String(told.ends.length)}>
            <CircuitEnds ends={told.ends} reader={reader} />
          </Section>
        </OfNow>
      )}
      <Section
        title="Its way"
        summary={line?.lengthMm == null ? 'none yet' : formatLength(line.lengthMm, reader)}
        startsOpen={line?.lengthMm == null}
      >
        <CircuitWays circuit={circuit} plan={plan} line={line} reader={reader} set={set} />
        <LengthField
          label="What is not drawn, as taped"
          valueMm={circuit.lengthMm ?? 0}
          reader={reader}
          onCommit={(lengthMm) => set({ lengthMm: lengthMm === 0 ? null : lengthMm })}
        />
        {circuit.lengthMm !== null && (
          <Select
            label="There it lies"
            value={circuit.lengthHeld ?? 'unsaid'}
            options={[
              { value: 'unsaid', label: 'nobody said' },
              ...HELD_WAYS.map((held) => ({ value: held, label: HELD_WORDS[held] })),
            ]}
            onChange={(value) => {
              const changed = { ...circuit };
              delete changed.lengthHeld;
              const held = HELD_WAYS.find((each) => each === value);
              replace(held === undefined ? changed : { ...changed, lengthHeld: held });
            }}
          />
        )}
      </Section>
      <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-circuit', circuit: circuit.id }])}>
        Remove the circuit
      </Button>
    </section>
  );
}

function cautionsOfCircuit({ carries }: Circuit): readonly (keyof typeof CAUTIONS)[] {
  if (carries === 'array') return ['live-modules', 'terminals'];
  return carries === 'battery' ? ['battery', 'terminals'] : ['terminals'];
}

function EndField(props: {
  readonly label: string;
  readonly end: CircuitEnd;
  readonly plan: Plan;
  readonly onChange: (end: CircuitEnd) => string | null;
}) {
  const { label, end, plan, onChange } = props;
  const options = endOptions(plan);
  return (
    <>
      <Select
        label={label}
        value={keyOfEnd(end)}
        options={options}
        onChange={(value) => {
          const chosen = options.find((option) => option.value === value);
          if (chosen !== undefined) onChange(chosen.end);
        }}
      />
      {end.at === 'strings' && (
        <fieldset className="mb-2 pl-4">
          <legend className="text-sm text-kraft">Strings side by side</legend>
          {plan.moduleStrings.map(({ id, name }) => (
            <Toggle
              key={id}
              label={name}
              isOn={end.strings.includes(id)}
              onChange={(isOn) =>
                void onChange({
                  ...end,
                  strings: isOn ? [...end.strings, id] : end.strings.filter((each) => each !== id),
                })
              }
            />
          ))}
        </fieldset>
      )}
      {end.at === 'modules' && (
        <div className="pl-4">
          <CountField
            label="Modules in a string"
            value={end.series}
            most={MOST_COUNT}
            onCommit={(series) => onChange({ ...end, series })}
          />
          <CountField
            label="Strings side by side"
            value={end.parallel}
            most={MOST_COUNT}
            onCommit={(parallel) => onChange({ ...end, parallel })}
          />
        </div>
      )}
    </>
  );
}

/** Where a fuse or breaker stands that is no gear of the plan: bolted to a battery’s post, in line. */
function OwnDevice({
  circuit,
  reader,
  set,
}: {
  readonly circuit: Circuit;
  readonly reader: Reader;
  readonly set: (more: Partial<Circuit>) => string | null;
}) {
  const { device = null } = circuit;
  return (
    <>
      <Select
        label="It stands"
        value={device?.at ?? 'gear'}
        options={[
          { value: 'gear', label: 'In gear that hangs' },
          { value: 'from', label: 'By itself, near the “From” end' },
          { value: 'to', label: 'By itself, near the “To” end' },
        ]}
        onChange={(at) =>
          set({
            device: at === 'from' || at === 'to' ? { at, awayMm: device?.awayMm ?? AT_TERMINAL_MM } : null,
          })
        }
      />
      {device !== null && (
        <LengthField
          label="Conductor between that end and it"
          valueMm={device.awayMm}
          reader={reader}
          onCommit={(awayMm) => set({ device: { ...device, awayMm } })}
        />
      )}
    </>
  );
}

function Protection({
  circuit,
  line,
  reader,
  set,
}: {
  readonly circuit: Circuit;
  readonly line: CircuitLine | null;
  readonly reader: Reader;
  readonly set: (more: Partial<Circuit>) => string | null;
}) {
  const { protection } = circuit;
  return (
    <>
      <Select
        label="Fuse or breaker"
        value={protection.by}
        options={[
          { value: 'program', label: 'The next standard rating' },
          { value: 'rating', label: 'As typed' },
          { value: 'none', label: 'None of its own' },
        ]}
        onChange={(by) => {
          if (by === 'program' || by === 'none') set({ protection: { by } });
          else set({ protection: { by: 'rating', ratingA: line?.deviceA ?? 20 } });
        }}
      />
      {protection.by === 'rating' && (
        <NumberField
          label="Its rating"
          value={protection.ratingA}
          unit="A"
          onCommit={(ratingA) =>
            ratingA === null ? 'Type its rating.' : set({ protection: { by: 'rating', ratingA } })
          }
        />
      )}
      {protection.by !== 'none' && <OwnDevice circuit={circuit} reader={reader} set={set} />}
      {circuit.carries === 'battery' && (
        <p className="mb-2 text-sm text-kraft">
          The fuse stands at the battery, as near its post as it goes; a load-break disconnect within reach is
          suggested. Some pull the fuse as their switch: it breaks no load safely, so we do not suggest it.
        </p>
      )}
    </>
  );
}
