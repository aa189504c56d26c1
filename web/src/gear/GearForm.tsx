import { KNOCKOUT_SIZES, sizeText } from '@zarnel/core/figures';
import { freshIdIn, KNOCKOUT_EDGES, ORIENTATIONS, type GearFault, type GearType } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';
import { GEAR_KIND_WORDS, HEAT_WORDS, optionsOf, ORIENTATION_WORDS } from '../bench/words.ts';
import { Choice } from '../ui/Choice.tsx';
import { Fault } from '../ui/Fault.tsx';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import { BatteryFields } from './BatteryFields.tsx';
import { BoardFields } from './BoardFields.tsx';
import { FlushFields } from './FlushFields.tsx';
import { ListEditor } from './ListEditor.tsx';
import { LiveLength, LiveMeasure, LiveNumber, LiveTemperature, LiveText } from './LiveField.tsx';
import { PartRow } from './PartRow.tsx';
import { RuleRow } from './RuleRow.tsx';
import { SeamFields } from './SeamFields.tsx';
import { SolarFields } from './SolarFields.tsx';

type Props = {
  readonly type: GearType;
  readonly faults: readonly GearFault[];
  readonly reader: Reader;
  readonly onChange: (type: GearType) => void;
};

const EDGES = KNOCKOUT_EDGES.map((value) => ({ value, label: value }));
const SIZES = KNOCKOUT_SIZES.map((value) => ({ value, label: sizeText(value) }));
const RATINGS = [
  ['maxVoltageV', 'Highest voltage', 'V'],
  ['minVoltageV', 'Operating window starts', 'V'],
  ['voltsToGroundV', 'Voltage to ground', 'V'],
  ['maxCurrentA', 'Continuous current', 'A'],
  ['powerW', 'Power', 'W'],
  ['energyWh', 'Energy stored', 'Wh'],
] as const;
type Hinge = NonNullable<GearType['cover']>['hinge'];
const COVERS = [
  { value: 'none', label: 'Does not swing open' },
  { value: 'left', label: 'Swings, hinged left' },
  { value: 'right', label: 'Swings, hinged right' },
  { value: 'top', label: 'Swings up' },
  { value: 'bottom', label: 'Swings down' },
];

/** A gear type, field by field. Everything counts as it is typed; what does not fit says so at its field. */
export function GearForm({ type, faults, reader, onChange }: Props) {
  const set = (changed: Partial<GearType>) => onChange({ ...type, ...changed });
  const at = (path: string) => faults.find((fault) => fault.path === path)?.message;
  const length = (
    key: 'widthMm' | 'heightMm' | 'depthMm' | 'standoffMm' | 'dropMm' | 'sidePlayMm',
    label: string,
  ) => (
    <LiveLength
      label={label}
      valueMm={type[key]}
      reader={reader}
      onChange={(mm) => set({ [key]: mm })}
      fault={at(key)}
    />
  );
  return (
    <>
      <LiveText label="Name" value={type.name} onChange={(name) => set({ name })} fault={at('name')} />
      <Select
        label="Kind"
        value={type.kind}
        options={optionsOf(GEAR_KIND_WORDS)}
        onChange={(kind) => set({ kind: kind as GearType['kind'] })}
      />
      <Section title="Body and hook line" startsOpen>
        {length('widthMm', 'Width')}
        {length('heightMm', 'Height')}
        {length('depthMm', 'Depth')}
        {length('standoffMm', 'Wall to its back')}
        {length('dropMm', 'Hook line down to its bottom')}
        {length('sidePlayMm', 'Side play, each way')}
        <LiveMeasure
          label="Mass, all parts"
          unit="kg"
          value={type.massKg}
          reader={reader}
          onChange={(massKg) => set({ massKg })}
          fault={at('massKg')}
        />
      </Section>
      <Section title="Knockouts" summary={String(type.knockouts.length)}>
        <ListEditor
          items={type.knockouts}
          noun="knockout"
          onChange={(knockouts) => set({ knockouts })}
          create={() => ({
            id: freshIdIn(type.knockouts, 'ko'),
            edge: 'bottom' as const,
            alongMm: type.widthMm / 2,
            fromBackMm: type.depthMm / 2,
            tradeSize: '3/4' as const,
          })}
          row={(knockout, put, index) => (
            <>
              <LiveText
                label="Name"
                value={knockout.id}
                onChange={(id) => put({ id })}
                fault={at(`knockouts[${index}].id`)}
                isNarrow
              />
              <Choice
                label="Edge"
                value={knockout.edge}
                options={EDGES}
                onChange={(edge) => put({ edge: edge as typeof knockout.edge })}
              />
              <Choice
                label="Size"
                value={knockout.tradeSize}
                options={SIZES}
                onChange={(size) => put({ tradeSize: size as typeof knockout.tradeSize })}
              />
              <LiveLength
                label="Along the edge"
                valueMm={knockout.alongMm}
                reader={reader}
                onChange={(alongMm) => put({ alongMm })}
                fault={at(`knockouts[${index}].alongMm`)}
                isNarrow
              />
              <LiveLength
                label="From its back"
                valueMm={knockout.fromBackMm}
                reader={reader}
                onChange={(fromBackMm) => put({ fromBackMm })}
                fault={at(`knockouts[${index}].fromBackMm`)}
                isNarrow
              />
            </>
          )}
        />
      </Section>
      <Section title="Bracket holes" summary={String(type.bracketHoles.length)}>
        <p className="mb-2 text-sm text-kraft">
          From the middle of the hook line: right and up are positive.
        </p>
        <ListEditor
          items={type.bracketHoles}
          noun="hole"
          onChange={(bracketHoles) => set({ bracketHoles })}
          create={() => ({
            id: freshIdIn(type.bracketHoles, 'hole'),
            xMm: 0,
            yMm: 0,
            pilotMm: 5,
            torqueNm: null,
          })}
          row={(hole, put, index) => (
            <>
              <LiveText
                label="Name"
                value={hole.id}
                onChange={(id) => put({ id })}
                fault={at(`bracketHoles[${index}].id`)}
                isNarrow
              />
              <LiveLength
                label="Right"
                valueMm={hole.xMm}
                reader={reader}
                onChange={(xMm) => put({ xMm })}
                fault={at(`bracketHoles[${index}].xMm`)}
                isNarrow
              />
              <LiveLength
                label="Up"
                valueMm={hole.yMm}
                reader={reader}
                onChange={(yMm) => put({ yMm })}
                fault={at(`bracketHoles[${index}].yMm`)}
                isNarrow
              />
              <LiveLength
                label="Pilot"
                valueMm={hole.pilotMm}
                reader={reader}
                onChange={(pilotMm) => put({ pilotMm })}
                fault={at(`bracketHoles[${index}].pilotMm`)}
                isNarrow
              />
              <LiveNumber
                label="Torque"
                value={hole.torqueNm}
                unit="N·m"
                onChange={(torqueNm) => put({ torqueNm })}
                fault={at(`bracketHoles[${index}].torqueNm`)}
                isNarrow
              />
            </>
          )}
        />
      </Section>
      <Section title="Parts lifted one by one" summary={String(type.parts.length)}>
        {at('parts') !== undefined && (
          <p role="alert" className="mb-2 text-sm text-crayon">
            {at('parts')}
          </p>
        )}
        <ListEditor
          items={type.parts}
          noun="part"
          onChange={(parts) => set({ parts })}
          create={() => ({
            id: freshIdIn(type.parts, 'part'),
            name: `Part ${type.parts.length + 1}`,
            massKg: 10,
            box: null,
            order: type.parts.length + 1,
            torqueNm: null,
          })}
          row={(part, put, index) => <PartRow part={part} put={put} index={index} at={at} reader={reader} />}
        />
      </Section>
      <Section title="Clearance rules" summary={String(type.rules.length)}>
        <ListEditor
          items={type.rules}
          noun="rule"
          onChange={(rules) => set({ rules })}
          create={() => ({
            id: freshIdIn(type.rules, 'rule'),
            side: 'beside' as const,
            counterpart: 'same-kind' as const,
            distance: {
              value: reader.system === 'inch' ? 6 : 150,
              unit: reader.system === 'inch' ? ('in' as const) : ('mm' as const),
            },
            when: {},
            source: { kind: 'maker' as const, title: `${type.name}, mounting sheet` },
          })}
          row={(rule, put, index) => <RuleRow rule={rule} put={put} index={index} at={at} />}
        />
      </Section>
      <Section title="Cover and handles" summary={String(type.handles.length)}>
        <Select
          label="Its front"
          value={type.cover?.hinge ?? 'none'}
          options={COVERS}
          onChange={(hinge) =>
            set({
              cover:
                hinge === 'none'
                  ? null
                  : {
                      hinge: hinge as Hinge,
                      leafMm:
                        type.cover?.leafMm ??
                        (hinge === 'left' || hinge === 'right' ? type.widthMm : type.heightMm),
                    },
            })
          }
        />
        {type.cover !== null && (
          <LiveLength
            label="Hinge to free edge"
            valueMm={type.cover.leafMm}
            reader={reader}
            onChange={(leafMm) => type.cover !== null && set({ cover: { ...type.cover, leafMm } })}
            fault={at('cover.leafMm')}
          />
        )}
        <p className="mb-2 text-sm text-kraft">
          Handles and breakers, by the height of their centre at its highest above the bottom of the body.
        </p>
        <ListEditor
          items={type.handles}
          noun="handle"
          onChange={(handles) => set({ handles })}
          create={() => ({ id: freshIdIn(type.handles, 'handle'), name: 'Handle', upMm: type.heightMm / 2 })}
          row={(handle, put, index) => (
            <>
              <LiveText
                label="Name"
                value={handle.name}
                onChange={(name) => put({ name })}
                fault={at(`handles[${index}].name`)}
                isNarrow
              />
              <LiveLength
                label="Above the bottom"
                valueMm={handle.upMm}
                reader={reader}
                onChange={(upMm) => put({ upMm })}
                fault={at(`handles[${index}].upMm`)}
                isNarrow
              />
            </>
          )}
        />
      </Section>
      <Section title="Terminals" summary={String(type.terminals.length)}>
        <ListEditor
          items={type.terminals}
          noun="terminal"
          onChange={(terminals) => set({ terminals })}
          create={() => ({
            id: freshIdIn(type.terminals, 'terminal'),
            name: 'Terminal',
            minMm2: null,
            maxMm2: null,
            torqueNm: null,
          })}
          row={(terminal, put, index) => (
            <>
              <LiveText
                label="Name"
                value={terminal.name}
                onChange={(name) => put({ name })}
                fault={at(`terminals[${index}].name`)}
                isNarrow
              />
              <LiveNumber
                label="From"
                value={terminal.minMm2}
                unit="mm²"
                onChange={(minMm2) => put({ minMm2 })}
                fault={at(`terminals[${index}].minMm2`)}
                isNarrow
              />
              <LiveNumber
                label="To"
                value={terminal.maxMm2}
                unit="mm²"
                onChange={(maxMm2) => put({ maxMm2 })}
                fault={at(`terminals[${index}].maxMm2`)}
                isNarrow
              />
              <LiveNumber
                label="Torque"
                value={terminal.torqueNm}
                unit="N·m"
                onChange={(torqueNm) => put({ torqueNm })}
                fault={at(`terminals[${index}].torqueNm`)}
                isNarrow
              />
            </>
          )}
        />
      </Section>
      <Section title="Ratings">
        {RATINGS.map(([key, label, unit]) => (
          <LiveNumber
            key={key}
            label={label}
            value={type.ratings[key]}
            unit={unit}
            onChange={(value) => set({ ratings: { ...type.ratings, [key]: value } })}
            fault={at(`ratings.${key}`)}
          />
        ))}
      </Section>
      <FlushFields type={type} at={at} set={set} reader={reader} />
      {type.kind === 'board' && <BoardFields type={type} at={at} set={set} reader={reader} />}
      {type.kind === 'wireway' && <SeamFields type={type} at={at} set={set} reader={reader} />}
      {type.kind === 'battery' && <BatteryFields type={type} at={at} set={set} />}
      {type.kind === 'solar-module' && <SolarFields type={type} at={at} set={set} />}
      <Section title="Enclosure, heat and mounting">
        <Select
          label="Used"
          value={type.location}
          options={[
            { value: 'indoor', label: 'Indoors only' },
            { value: 'outdoor', label: 'Outdoors or indoors' },
          ]}
          onChange={(location) => set({ location: location as GearType['location'] })}
        />
        <LiveText
          label="Enclosure rating"
          value={type.enclosure}
          onChange={(enclosure) => set({ enclosure })}
          fault={at('enclosure')}
        />
        <LiveNumber
          label="Heat it loses"
          value={type.heat.lossW}
          unit="W"
          onChange={(lossW) => lossW !== null && set({ heat: { ...type.heat, lossW } })}
          fault={at('heat.lossW')}
        />
        <Select
          label="Sheds it at"
          value={type.heat.sheds}
          options={optionsOf(HEAT_WORDS)}
          onChange={(sheds) => set({ heat: { ...type.heat, sheds: sheds as GearType['heat']['sheds'] } })}
        />
        <Fault className="text-sm">{at('heat.sheds') ?? null}</Fault>
        <LiveTemperature
          label="Highest air around it"
          valueC={type.maxAmbientC}
          reader={reader}
          onChange={(maxAmbientC) => set({ maxAmbientC })}
          fault={at('maxAmbientC')}
        />
        <fieldset>
          <legend className="text-sm text-kraft">May be mounted</legend>
          {ORIENTATIONS.map((orientation) => (
            <Toggle
              key={orientation}
              label={ORIENTATION_WORDS[orientation]}
              isOn={type.orientations.includes(orientation)}
              onChange={(isOn) =>
                set({
                  orientations: ORIENTATIONS.filter((each) =>
                    each === orientation ? isOn : type.orientations.includes(each),
                  ),
                })
              }
            />
          ))}
          <Fault className="text-sm">{at('orientations') ?? null}</Fault>
        </fieldset>
      </Section>
    </>
  );
}
