import { useState } from 'react';
import {
  assemblyOf,
  fieldSupport,
  oldFeet,
  overFolds,
  payload,
  railLifts,
  type Prepared,
} from '@zarnel/core/figures';
import { FIRST_BODY, type ModuleField, type Plan, type TravellingBody } from '@zarnel/core/plan';
import {
  CAUTIONS,
  countText,
  formatLength,
  formatQuantity,
  sourceText,
  type Reader,
} from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { FigureRow as Row } from '../../ui/FigureRow.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { OptionalMeasureField } from '../../ui/OptionalMeasureField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

type Props = {
  readonly field: ModuleField;
  readonly prepared: Prepared;
  readonly reader: Reader;
  readonly set: (more: Partial<ModuleField>) => string | null;
};

/** Holes that an earlier field left: which serve again, which are to be closed. */
export function OldHoles({ field, prepared, set }: Omit<Props, 'reader'>) {
  const old = oldFeet(prepared, field.id);
  const feet = fieldSupport(prepared, field.id)?.feet ?? [];
  const keep = () =>
    set({ oldFeet: [...(field.oldFeet ?? []), ...feet.map(({ xMm, yMm }) => ({ xMm, yMm }))] });
  return (
    <Section
      title="Holes that are there already"
      summary={old === null ? 'none' : String(old.again.length + old.toClose.length)}
    >
      <p className="mb-2 text-sm">
        Lay the field that was there, keep its feet as old holes, then change it: those that a foot meets
        serve again, the others are to be closed.
      </p>
      {old !== null && (
        <dl className="mb-2">
          <Row name="Serve again" value={String(old.again.length)} isStrong />
          <Row name="To close and seal" value={String(old.toClose.length)} />
          <Row name="New holes" value={String(old.freshCount)} />
          {old.tooNear.length > 0 && (
            <Row name="Of them too near to an old one" value={String(old.tooNear.length)} />
          )}
        </dl>
      )}
      <Button disabled={feet.length === 0} onClick={() => void keep()}>
        Keep the feet of today as old holes
      </Button>
      {old !== null && (
        <Button look="quiet" onClick={() => void set({ oldFeet: undefined })}>
          Forget the old holes
        </Button>
      )}
    </Section>
  );
}

/** Rails lifted to a string line: what was read at each foot, and what it lifts. */
export function LiftSection({ field, prepared, reader, set }: Props) {
  const rails = railLifts(prepared, field.id);
  const [at, setAt] = useState(0);
  const rail = rails[Math.min(at, rails.length - 1)];
  if (rail === undefined) return null;
  const read = (xMm: number, yMm: number, gapMm: number | null) => {
    const others = (field.lineReadings ?? []).filter(
      (each) => Math.abs(each.xMm - xMm) > 1 || Math.abs(each.yMm - yMm) > 1,
    );
    const lineReadings = gapMm === null ? others : [...others, { xMm, yMm, gapMm }];
    return set({ lineReadings: lineReadings.length === 0 ? undefined : lineReadings });
  };
  const most = Math.max(0, ...rail.feet.map(({ liftMm }) => liftMm ?? 0));
  return (
    <Section
      title="Lifted to a string line"
      summary={field.lineReadings === undefined ? 'left at the bottom' : formatLength(most, reader)}
    >
      <p className="mb-2 text-sm">
        Stretch a string along the rail over its end feet and measure down to the roof at each foot. The foot
        at the highest place lifts nothing.
      </p>
      <Select
        label="Rail"
        value={String(Math.min(at, rails.length - 1))}
        options={rails.map((_, index) => ({ value: String(index), label: `Rail ${index + 1}` }))}
        onChange={(value) => setAt(Number(value))}
      />
      {rail.feet.map(({ id, xMm, yMm, gapMm, isRead, liftMm }, index) => (
        <OptionalMeasureField
          key={id}
          label={`Foot ${index + 1}: string to roof`}
          unit="mm"
          value={isRead ? gapMm : null}
          reader={reader}
          hint={
            liftMm === null
              ? null
              : `lifts ${formatLength(liftMm, reader)}${isRead ? '' : ', between readings'}`
          }
          onCommit={(mm) => read(xMm, yMm, mm)}
        />
      ))}
      <p className="text-sm">
        {rail.takesUpMm === null ? (
          'The feet of this school take up nothing: pack them.'
        ) : (
          <>
            The slot of a foot takes up <span className="figure">{formatLength(rail.takesUpMm, reader)}</span>
            .
          </>
        )}
      </p>
    </Section>
  );
}

/** The field carried on over the folds of its face, column by column. */
export function OverFolds({ field, prepared }: Pick<Props, 'field' | 'prepared'>) {
  return (
    <Section title="On over the folds">
      <FoldedTo field={field} prepared={prepared} />
    </Section>
  );
}

/** Worked out once the section is opened. */
function FoldedTo({ field, prepared }: Pick<Props, 'field' | 'prepared'>) {
  const dispatch = useAppDispatch();
  const found = overFolds(prepared, field.id);
  if (found.length === 0)
    return (
      <p className="text-sm">No face is folded to this one that takes a module in line with its columns.</p>
    );
  return (
    <>
      <p className="mb-2 text-sm">
        A field of its own on the face beyond, its columns in line with these. Rails end at the fold.
      </p>
      {found.map(({ fold, face, field: made }) => (
        <Button
          key={fold}
          onClick={() => {
            if (!makeEdits([{ kind: 'set-field', field: made }])) return;
            dispatch(viewSlice.actions.selected({ kind: 'field', id: made.id }));
            dispatch(viewSlice.actions.lookedAt(face));
          }}
        >
          {countText(made.modules.length, 'module', 'modules')} on{' '}
          {prepared.site.faces.get(face)?.face.name ?? face}
        </Button>
      ))}
    </>
  );
}

/** A row bolted together on the ground and lifted as one piece. */
export function AssemblySection({ field, prepared, reader }: Omit<Props, 'set'>) {
  return (
    <Section title="A row lifted as one piece">
      <Assembled field={field} prepared={prepared} reader={reader} />
    </Section>
  );
}

function Assembled({ field, prepared, reader }: Omit<Props, 'set'>) {
  const made = assemblyOf(prepared, field.id);
  if (made === null)
    return <p className="text-sm">It wants rails, and a row of no more than eight modules.</p>;
  const {
    moduleCount,
    massKg,
    againCount,
    newCount,
    bolt,
    clearanceMm,
    pickAtMm,
    sagMm,
    stressUse,
    people,
    sling,
  } = made;
  const length = (mm: number) => formatLength(mm, reader);
  return (
    <>
      <p className="mb-2 text-sm">
        {countText(moduleCount, 'module', 'modules')} on {made.bars} bars, bolted together on the ground:{' '}
        <span className="figure">{length(made.lengthMm)}</span> by{' '}
        <span className="figure">{length(made.acrossMm)}</span>.
      </p>
      <dl className="mb-2">
        <Row name="It weighs" value={formatQuantity({ value: massKg, unit: 'kg' }, reader)} isStrong />
        <Row name="Bolts through holes that frames have" value={String(againCount)} />
        <Row name="Through new holes in frames" value={newCount === 0 ? 'none' : String(newCount)} />
        <Row
          name={`Drilled for ${bolt}`}
          value={formatQuantity({ value: clearanceMm, unit: 'mm' }, reader)}
        />
        <Row name="Lifted at, from either end of a bar" value={length(pickAtMm[0])} />
        <Row name="It sags by" value={length(sagMm)} />
        <Row
          name="Of what a bar bears, jerked once"
          value={formatQuantity({ value: stressUse, unit: 'ratio' }, reader)}
        />
        <Row
          name="People to carry it"
          value={people === null ? 'none: use a hoist' : String(people)}
          isStrong
        />
        <Row name="Four slings, each" value={length(sling.legMm)} />
        <Row name="Their hook above it" value={length(sling.hookUpMm)} />
        <Row name="A leg bears" value={formatQuantity({ value: sling.legN, unit: 'N' }, reader)} />
      </dl>
      {!made.bears && (
        <p className="mb-2 text-crayon">These bars do not bear it: stiffer ones, or fewer modules.</p>
      )}
      {newCount > 0 && (
        <p className="mb-2 text-sm">
          Holes drilled in frames end what some makers promise: ask first, stay clear of the glass and of the
          cells.
        </p>
      )}
      <WorkingButton working={made.working} reader={reader} />
      <p className="text-sm text-kraft">Holes for bolts: {sourceText(made.clearanceSource)}</p>
      <p className="text-sm text-crayon">
        {CAUTIONS.fall} Nobody stands under it; slings, hook and their angle are for somebody who is trained
        for them.
      </p>
    </>
  );
}

/** What the array weighs on a body that travels, and where that moves its weight. */
export function BodySection({
  plan,
  prepared,
  reader,
}: {
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
}) {
  const carried = payload(prepared);
  if (carried === null) return null;
  const body = plan.site.body ?? FIRST_BODY;
  const set = (more: Partial<TravellingBody>) => tryEdits([{ kind: 'set-body', body: { ...body, ...more } }]);
  const { arrayKg, upMm, whole } = carried;
  const kg = (value: number) => formatQuantity({ value, unit: 'kg' }, reader);
  return (
    <Section title="Weight on the body" summary={kg(arrayKg)}>
      <OptionalMeasureField
        label="The roof may carry, on the road"
        unit="kg"
        value={body.roofMostKg}
        reader={reader}
        onCommit={(roofMostKg) => set({ roofMostKg })}
      />
      <OptionalMeasureField
        label="The body weighs, without the array"
        unit="kg"
        value={body.massKg}
        reader={reader}
        hint="as it travels, by the weighbridge"
        onCommit={(massKg) => set({ massKg })}
      />
      {body.massKg !== null && (
        <>
          <LengthField
            label="Its centre of mass above the datum"
            valueMm={body.centreUpMm}
            reader={reader}
            onCommit={(centreUpMm) => set({ centreUpMm })}
          />
          <LengthField
            label="Ahead of the axle"
            valueMm={body.centreAheadMm}
            reader={reader}
            onCommit={(centreAheadMm) => set({ centreAheadMm })}
          />
          <LengthField
            label="The axle, ahead of the datum"
            valueMm={body.axleAheadMm}
            reader={reader}
            onCommit={(axleAheadMm) => set({ axleAheadMm })}
          />
        </>
      )}
      <dl className="mb-2">
        <Row name="All of the array" value={kg(arrayKg)} isStrong />
        <Row name="Its middle above the datum" value={formatLength(upMm, reader)} />
        {whole !== null && (
          <>
            <Row name="The whole weighs" value={kg(whole.massKg)} />
            <Row name="Its centre of mass rises by" value={formatLength(whole.risesMm, reader)} isStrong />
            <Row
              name={`It lies ${whole.aheadOfAxleMm < 0 ? 'behind' : 'ahead of'} the axle by`}
              value={formatLength(Math.abs(whole.aheadOfAxleMm), reader)}
              isStrong
            />
          </>
        )}
      </dl>
      {whole !== null && <WorkingButton working={whole.working} reader={reader} />}
      <p className="text-sm">
        {countText(plan.moduleFields.length, 'field', 'fields')}, with rails and feet. Weigh axle and hitch
        again when it is on.
      </p>
    </Section>
  );
}
