import { useState } from 'react';
import {
  ARRAY_RAIL_KINDS,
  ARRAY_RAILS,
  ATTACHMENTS,
  fieldFigures,
  intoGrid,
  linedUp,
  MODULE_LINES,
  rowGapOf,
  suggestedSchool,
  USUAL_UPLIFT,
  withOneMore,
  type FieldFigures,
  type Prepared,
} from '@zarnel/core/figures';
import {
  ATTACHMENT_SCHOOLS,
  BONDINGS,
  TILT_LOW_EDGES,
  type Bonding,
  type ModuleField,
  type Plan,
} from '@zarnel/core/plan';
import {
  CAUTIONS,
  countText,
  formatLength,
  formatQuantity,
  toldText,
  type QuantityUnit,
  type Reader,
} from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { CountField } from '../../ui/CountField.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionalMeasureField } from '../../ui/OptionalMeasureField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { FigureRow as Row } from '../../ui/FigureRow.tsx';
import { useTelling, useTradeWords } from '../use-telling.ts';
import { FillSection } from './FillSection.tsx';
import { AssemblySection, LiftSection, OldHoles, OverFolds } from './RoofSections.tsx';
import { SchoolsTable } from './SchoolsTable.tsx';
import { said } from './said.ts';

type Props = {
  readonly field: ModuleField;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
};
type SetField = (more: Partial<ModuleField>) => string | null;

const LOW_WORDS = { bottom: 'Its bottom', top: 'Its top', left: 'Its left', right: 'Its right' } as const;
const LINE_WORDS = { tops: 'Tops', bottoms: 'Bottoms', lefts: 'Left edges', rights: 'Right edges' } as const;
const BONDING_WORDS: Readonly<Record<Bonding, string>> = {
  clamps: 'Clamps with teeth, jumpers at joints of rails',
  jumpers: 'A jumper at each module',
};
const SPAN_BY = {
  stress: 'what its section bears',
  sag: 'its sag',
  yours: 'what you said',
  feet: 'what a foot holds',
} as const;

/** A field of modules: how many, where, and what carries them. */
export function FieldPanel({ field, plan, prepared, reader }: Props) {
  const dispatch = useAppDispatch();
  const figures = fieldFigures(prepared, field.id);
  const set: SetField = (more) => tryEdits([{ kind: 'set-field', field: said({ ...field, ...more }) }]);
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const rowGap = rowGapOf(prepared, field.id);
  const types = plan.gearTypes.filter(({ solarModule }) => solarModule !== null);
  return (
    <section aria-label={field.name} className="mb-4">
      <h2 className="mb-2 text-lg font-semibold">{field.name}</h2>
      {figures !== null && (
        <p className="mb-2 flex items-baseline justify-between gap-2">
          <span>{countText(figures.count, 'module', 'modules')}</span>
          <span className="figure text-lg font-semibold text-chalk">{figure(figures.powerW, 'W')}</span>
        </p>
      )}
      <FillSection key={`${field.id} ${field.type}`} field={field} reader={reader} />
      <ModuleInHand field={field} prepared={prepared} reader={reader} />
      <Section title="Module and grid" startsOpen={field.modules.length === 0}>
        <NameField label="Name" value={field.name} onCommit={(name) => set({ name })} />
        <Select
          label="Module"
          value={field.type}
          options={types.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(type) => set({ type })}
        />
        <LengthField
          label="Gap side by side"
          valueMm={field.gapAcrossMm}
          reader={reader}
          onCommit={(gapAcrossMm) => set({ gapAcrossMm })}
        />
        <LengthField
          label="Gap between rows"
          valueMm={field.gapUpMm}
          reader={reader}
          hint={
            rowGap === null
              ? null
              : `${formatLength(rowGap, reader)} keeps each row in the sun from nine to three on the shortest day`
          }
          onCommit={(gapUpMm) => set({ gapUpMm })}
        />
        <NumberField
          label="Tilted off its face"
          unit="°"
          value={field.tilt?.deg ?? 0}
          onCommit={(deg) =>
            set({ tilt: deg === null || deg === 0 ? null : { deg, low: field.tilt?.low ?? 'bottom' } })
          }
        />
        {field.tilt !== null && (
          <Select
            label="Low edge"
            value={field.tilt.low}
            options={TILT_LOW_EDGES.map((value) => ({ value, label: LOW_WORDS[value] }))}
            onChange={(value) => {
              const low = TILT_LOW_EDGES.find((each) => each === value);
              if (low !== undefined && field.tilt !== null) set({ tilt: { ...field.tilt, low } });
            }}
          />
        )}
        <LengthField
          label="Underside off the face"
          valueMm={field.liftMm ?? prepared.gearTypes.get(field.type)?.standoffMm ?? 0}
          reader={reader}
          hint={field.liftMm === null ? 'as the module’s type says' : null}
          onCommit={(liftMm) => set({ liftMm })}
        />
      </Section>
      {figures !== null && figures.count > 0 && (
        <>
          <FitSection figures={figures} reader={reader} />
          <SupportSection field={field} prepared={prepared} figures={figures} set={set} reader={reader} />
          <Section title="Schools side by side" summary={ATTACHMENTS[field.support.school].name}>
            <SchoolsTable field={field} reader={reader} set={set} />
          </Section>
          <Section title="Rails, feet, weight" summary={countText(figures.footCount, 'foot', 'feet')}>
            <Cut figures={figures} reader={reader} />
          </Section>
          <LiftSection field={field} prepared={prepared} reader={reader} set={set} />
          <OverFolds field={field} prepared={prepared} />
          <AssemblySection field={field} prepared={prepared} reader={reader} />
          <OldHoles field={field} prepared={prepared} set={set} />
          <Section
            title="Room for more"
            summary={field.moreModules === undefined ? 'none' : String(field.moreModules)}
          >
            <CountField
              label="Modules to come later"
              value={field.moreModules ?? 0}
              least={0}
              most={2000}
              hint="Gear and penetrations are checked for room for them."
              onCommit={(count) => set({ moreModules: count === 0 ? undefined : count })}
            />
          </Section>
        </>
      )}
      <Button
        look="quiet"
        className="mt-2 text-crayon"
        onClick={() => {
          if (makeEdits([{ kind: 'remove-field', field: field.id }]))
            dispatch(viewSlice.actions.selected(null));
        }}
      >
        Take out {field.name}
      </Button>
    </section>
  );
}

/** One module by itself: where it lies, turned, taken off. */
function ModuleInHand({
  field,
  prepared,
  reader,
}: {
  readonly field: ModuleField;
  readonly prepared: Prepared;
  readonly reader: Reader;
}) {
  const dispatch = useAppDispatch();
  const id = useAppSelector((state) => state.view.moduleInHand);
  const module = field.modules.find((each) => each.id === id);
  const type = prepared.gearTypes.get(field.modules.at(-1)?.type ?? field.type);
  const change = (modules: ModuleField['modules']) =>
    tryEdits([{ kind: 'set-field', field: { ...field, modules } }]);
  const replace = (more: Partial<ModuleField['modules'][number]>) =>
    change(field.modules.map((each) => (each.id === id ? said({ ...each, ...more }) : each)));
  const add = () => {
    if (type === undefined) return;
    const grown = withOneMore(field, type);
    if (makeEdits([{ kind: 'set-field', field: grown }]))
      dispatch(viewSlice.actions.moduleTaken(grown.modules.at(-1)?.id ?? null));
  };
  return (
    <Section
      key={module === undefined ? 'all' : 'one'}
      title="One by one"
      summary={module === undefined ? '' : module.id}
      startsOpen={module !== undefined}
    >
      <Select
        label="Module"
        value={module?.id ?? 'none'}
        options={[
          { value: 'none', label: 'All together' },
          ...field.modules.map((each, index) => ({ value: each.id, label: `${index + 1}: ${each.id}` })),
        ]}
        onChange={(value) => dispatch(viewSlice.actions.moduleTaken(value === 'none' ? null : value))}
      />
      {module === undefined ? (
        <>
          <p className="mb-2 text-sm text-kraft">
            Drag or nudge moves the whole field; press a module once more to take it alone.
          </p>
          <div className="mb-2 flex flex-wrap items-center gap-1" role="group" aria-label="Bring in line">
            <span>In line:</span>
            {MODULE_LINES.map((line) => (
              <Button key={line} onClick={() => void change(linedUp(prepared, field.id, line))}>
                {LINE_WORDS[line]}
              </Button>
            ))}
          </div>
        </>
      ) : (
        <>
          <Select
            label="Its type"
            value={module.type ?? field.type}
            options={prepared.gearTypes.list
              .filter(({ solarModule }) => solarModule !== null)
              .map(({ id: each, name }) => ({ value: each, label: name }))}
            onChange={(each) => void replace({ type: each === field.type ? undefined : each })}
          />
          <LengthField
            label="Right of datum"
            valueMm={module.xMm}
            reader={reader}
            onCommit={(xMm) => replace({ xMm })}
          />
          <LengthField
            label="Up from datum"
            valueMm={module.yMm}
            reader={reader}
            onCommit={(yMm) => replace({ yMm })}
          />
          <Toggle
            label="Turned a quarter"
            isOn={module.isTurned}
            onChange={(isTurned) => void replace({ isTurned })}
          />
          <div className="flex flex-wrap gap-1">
            <Button onClick={() => void replace(intoGrid(prepared, field.id, module.id) ?? {})}>
              Into the grid
            </Button>
            <Button
              onClick={() => {
                if (change(field.modules.filter((each) => each.id !== id)) === null)
                  dispatch(viewSlice.actions.moduleTaken(null));
              }}
            >
              Take it off
            </Button>
          </div>
        </>
      )}
      <Button onClick={add}>One more beside the last</Button>
    </Section>
  );
}

const FIT_WORDS = {
  always: 'fits even with all tolerances against it',
  usually: 'fits as tolerances usually add up',
  nominally: 'fits only if all is true to size',
  not: 'too long',
} as const;

function FitSection({ figures, reader }: { readonly figures: FieldFigures; readonly reader: Reader }) {
  const [row] = figures.rows.toSorted((a, b) => b.fit.sumMm - a.fit.sumMm);
  if (row === undefined) return null;
  const { fit } = row;
  return (
    <Section title="The longest row on its face" summary={FIT_WORDS[fit.fits]}>
      <p>
        {fit.roomMm >= 0 ? (
          <>
            {FIT_WORDS[fit.fits]}, with{' '}
            <span className="figure font-semibold">{formatLength(fit.eachEndMm, reader)}</span> at each end
          </>
        ) : (
          <span className="text-crayon">
            too long by <span className="figure font-semibold">{formatLength(-fit.roomMm, reader)}</span>, and
            over the edge by{' '}
            <span className="figure font-semibold">{formatLength(-fit.eachEndMm, reader)}</span> each side
          </span>
        )}
        .
      </p>
      <p className="text-sm">
        At worst <span className="figure">± {formatLength(fit.worstMm, reader)}</span>, usually{' '}
        <span className="figure">± {formatLength(fit.usualMm, reader)}</span>.
      </p>
      <WorkingButton working={row.working} reader={reader} />
    </Section>
  );
}

function SupportSection(props: {
  readonly field: ModuleField;
  readonly prepared: Prepared;
  readonly figures: FieldFigures;
  readonly set: SetField;
  readonly reader: Reader;
}) {
  const { field, prepared, figures, set, reader } = props;
  const telling = useTelling(reader);
  const say = useTradeWords();
  const { support } = field;
  const setSupport = (more: Partial<ModuleField['support']>) =>
    set({ support: said({ ...support, ...more }) });
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const suggested = suggestedSchool(prepared, field.face);
  const school = ATTACHMENTS[support.school];
  return (
    <Section title="What carries it" summary={school.name} startsOpen>
      <Select
        label="Held by"
        value={support.school}
        options={ATTACHMENT_SCHOOLS.map((value) => ({ value, label: ATTACHMENTS[value].name }))}
        onChange={(value) => {
          const next = ATTACHMENT_SCHOOLS.find((each) => each === value);
          if (next !== undefined) setSupport({ school: next });
        }}
      />
      <p className="mb-2 text-sm">
        We suggest {ATTACHMENTS[suggested.school].name.toLowerCase()} here: {toldText(suggested.why, telling)}
      </p>
      <Select
        label="Rail"
        value={support.rail ?? 'none'}
        options={[
          ...ARRAY_RAIL_KINDS.map((value) => ({ value, label: say(ARRAY_RAILS.rows[value].name) })),
          { value: 'none', label: 'No rails: four feet each' },
        ]}
        onChange={(value) => setSupport({ rail: ARRAY_RAIL_KINDS.find((each) => each === value) ?? null })}
      />
      {support.rail !== null && (
        <>
          <Select
            label="Rails run"
            value={support.runs}
            options={[
              { value: 'across', label: 'Across the face' },
              { value: 'up', label: 'Up the face' },
            ]}
            onChange={(value) => setSupport({ runs: value === 'up' ? 'up' : 'across' })}
          />
          <Select
            label="Under each row"
            value={String(support.bars)}
            options={[
              { value: '2', label: 'Two rails' },
              { value: '3', label: 'Three rails' },
            ]}
            onChange={(value) => setSupport({ bars: value === '3' ? 3 : 2 })}
          />
          <Toggle
            label="Rows share the rail at their joint"
            isOn={support.isShared}
            onChange={(isShared) => void setSupport({ isShared })}
          />
          <LengthField
            label="No span beyond"
            valueMm={support.mostSpanMm ?? figures.mostSpanMm ?? 0}
            reader={reader}
            hint={support.mostSpanMm === null ? 'as computed' : null}
            onCommit={(mostSpanMm) => setSupport({ mostSpanMm: mostSpanMm === 0 ? null : mostSpanMm })}
          />
        </>
      )}
      <OptionalMeasureField
        label="A foot holds, as approved"
        unit="N"
        value={support.approvedUpN}
        reader={reader}
        hint={
          support.approvedUpN === null && figures.holdsN !== null
            ? `computed: ${figure(figures.holdsN, 'N')}`
            : null
        }
        onCommit={(approvedUpN) => setSupport({ approvedUpN })}
      />
      <Select
        label="Bonded by"
        value={support.bonding ?? 'none'}
        options={[
          { value: 'none', label: 'Nobody said yet' },
          ...BONDINGS.map((value) => ({ value, label: BONDING_WORDS[value] })),
        ]}
        onChange={(value) => setSupport({ bonding: BONDINGS.find((each) => each === value) })}
      />
      {support.rail !== null && ARRAY_RAILS.rows[support.rail].stuff !== 'aluminium' && (
        <Toggle
          label="Pads and sleeves part its metals from the frames"
          isOn={support.isParted === true}
          onChange={(isParted) => void setSupport({ isParted })}
        />
      )}
      <Uplift field={field} setting={prepared.plan.site.setting} setSupport={setSupport} />
      <dl>
        <Row name="A foot is pulled by, at most" value={figure(figures.pullN, 'N')} isStrong />
        <Row name="It holds" value={figures.holdsN === null ? 'not known' : figure(figures.holdsN, 'N')} />
        <Row name="A foot presses on the roof with" value={figure(figures.pressN, 'N')} />
        {figures.mostSpanMm !== null && (
          <Row
            name={`Longest span, at most ${formatLength(figures.mostSpanMm, reader)} by ${SPAN_BY[figures.spanBy ?? 'stress']}`}
            value={formatLength(figures.longestMm, reader)}
          />
        )}
        {figures.sagOfBars !== null && (
          <Row
            name="Sag with two rails, with three"
            value={`${formatLength(figures.sagOfBars.two, reader)} · ${formatLength(figures.sagOfBars.three, reader)}`}
          />
        )}
      </dl>
      <div className="flex flex-wrap">
        <WorkingButton working={figures.loadsWorking} reader={reader} />
        <WorkingButton working={figures.railWorking} reader={reader} />
      </div>
      <p className="mt-1 text-sm">{CAUTIONS.fall}</p>
    </Section>
  );
}

function Uplift({
  field,
  setting,
  setSupport,
}: {
  readonly field: ModuleField;
  readonly setting: Plan['site']['setting'];
  readonly setSupport: (more: Partial<ModuleField['support']>) => string | null;
}) {
  const { uplift } = field.support;
  const [isOpen, setOpen] = useState(uplift !== null);
  const given = uplift ?? USUAL_UPLIFT[setting];
  if (!isOpen)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Wind: usual uplift ratios
      </Button>
    );
  return (
    <fieldset className="mb-2 border-l-2 border-faint pl-2">
      <legend className="text-sm text-kraft">What of the wind’s pressure lifts, as your code says</legend>
      {(['middle', 'edge', 'corner'] as const).map((zone) => (
        <NumberField
          key={zone}
          label={{ middle: 'Middle of the roof', edge: 'At edges', corner: 'At corners' }[zone]}
          unit=""
          value={given[zone]}
          onCommit={(value) => setSupport({ uplift: value === null ? null : { ...given, [zone]: value } })}
        />
      ))}
    </fieldset>
  );
}

function Cut({ figures, reader }: { readonly figures: FieldFigures; readonly reader: Reader }) {
  const say = useTradeWords();
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  return (
    <>
      {figures.railName !== null && (
        <>
          <p className="font-semibold">{say(figures.railName)}</p>
          <ul>
            {figures.rails.map(({ count, lengthMm }) => (
              <li key={lengthMm} className="flex justify-between">
                <span>{count} ×</span>
                <span className="figure">{formatLength(lengthMm, reader)}</span>
              </li>
            ))}
          </ul>
          <p className={figures.stock === null ? 'text-crayon' : ''}>
            {figures.stock === null ? (
              'Some rail is longer than its stock and cannot be joined near a foot.'
            ) : (
              <>
                From <span className="figure">{figures.stock.count}</span> lengths of{' '}
                <span className="figure">{formatLength(figures.stock.lengthMm, reader)}</span>, with{' '}
                {countText(figures.stock.joints, 'joint', 'joints')}, each within a quarter of a span from a
                foot
              </>
            )}
          </p>
        </>
      )}
      <dl className="mt-2">
        <Row name="Feet" value={String(figures.footCount)} />
        {figures.isUneven && <Row name="Their spacing" value="uneven: measure each" />}
        <Row name="Modules weigh" value={figure(figures.moduleKg, 'kg')} />
        <Row name="All on the roof" value={figure(figures.totalKg, 'kg')} isStrong />
        {figures.heightMm !== null && (
          <Row name="Middle above the datum" value={formatLength(figures.heightMm, reader)} />
        )}
      </dl>
    </>
  );
}
