import { sizeOfBox, travelOnFace, type Prepared, type SiteFace } from '@zarnel/core/figures';
import { materialsOfTrade, type Conditions, type Face, type PlanEdit, type Plan } from '@zarnel/core/plan';
import { countText, formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { FACE_KIND_WORDS, FIRE_CLASS_WORDS, HOLDING_WORDS, optionsOf } from '../words.ts';
import { ConditionFields } from './ConditionFields.tsx';
import { FoldSection } from './FoldSection.tsx';
import { FramingSection } from './FramingSection.tsx';
import { LayersSection } from './LayersSection.tsx';
import { ObstacleSection } from './ObstacleSection.tsx';
import { OutlineSection } from './OutlineSection.tsx';
import { SetbackSection } from './SetbackSection.tsx';

type Props = {
  readonly face: SiteFace;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
};

/** One face, exactly: what it is, its outline, how it stands, what is in and on it, what it has to live with. */
export function FacePanel({ face, plan, prepared, reader }: Props) {
  const dispatch = useAppDispatch();
  const { shape, obstacles, setbacks } = face.face;
  const { widthMm, heightMm } = sizeOfBox(face.bounds);
  const ownCount = Object.keys(face.face.conditions).length;
  return (
    <section aria-label={face.name}>
      <h2 className="text-lg font-semibold">{face.name}</h2>
      <p className="mb-2 text-kraft">
        {FACE_KIND_WORDS[face.face.kind]}, {face.face.side},{' '}
        <span className="figure">
          {formatLength(widthMm, reader)} × {formatLength(heightMm, reader)}
        </span>
      </p>
      <Section title="What it is" startsOpen>
        <WhatItIs face={face} plan={plan} reader={reader} />
      </Section>
      {shape.kind === 'outline' && (
        <Section title="Outline" summary={countText(face.outline.length, 'corner', 'corners')}>
          <OutlineSection face={face} reader={reader} />
        </Section>
      )}
      <Section title="How it stands" summary={prepared.site.placedBy.has(face.id) ? '' : 'nowhere yet'}>
        <FoldSection face={face} plan={plan} prepared={prepared} reader={reader} />
      </Section>
      <Section title="Framing" summary={countText(face.members.length, 'member', 'members')}>
        <FramingSection face={face} plan={plan} reader={reader} />
      </Section>
      {face.otherSide !== null && (
        <Section
          title="Between its skins"
          summary={face.layers === null ? 'not said' : countText(face.layers.length, 'layer', 'layers')}
        >
          <LayersSection face={face} reader={reader} />
        </Section>
      )}
      <Section title="In the way" summary={String(obstacles.length)}>
        <ObstacleSection face={face} reader={reader} />
      </Section>
      <Section title="Setbacks" summary={String(setbacks.length)}>
        <SetbackSection face={face} reader={reader} />
      </Section>
      <Section title="Conditions" summary={ownCount === 0 ? 'the site’s' : `${ownCount} of its own`}>
        <FaceConditions face={face} reader={reader} />
        {plan.site.travel !== null && (
          <p className="mt-2 text-sm text-kraft">
            The way of travel: {travelOnFace(plan, prepared.site, face.id)}.
          </p>
        )}
      </Section>
      {shape.kind === 'outline' && (
        <Section title="As found with the level">
          <AsFoundFields face={face} reader={reader} />
        </Section>
      )}
      <Button
        look="quiet"
        className="mt-2"
        onClick={() => {
          if (makeEdits([{ kind: 'remove-face', face: face.id }])) dispatch(viewSlice.actions.selected(null));
        }}
      >
        Take this face out
      </Button>
    </section>
  );
}

function WhatItIs({ face, plan, reader }: Omit<Props, 'prepared'>) {
  const set = (changed: Omit<Extract<PlanEdit, { kind: 'set-face' }>, 'kind' | 'face'>) =>
    tryEdits([{ kind: 'set-face', face: face.id, ...changed }]);
  const material = plan.materials.find(({ id }) => id === face.face.material);
  const samples = materialsOfTrade(plan.codeBasis);
  const offered = [
    ...plan.materials,
    ...samples.filter(({ id }) => !plan.materials.some((own) => own.id === id)),
  ];
  const takeMaterial = (id: string) => {
    const sample = samples.find((each) => each.id === id);
    const isKnown = plan.materials.some((own) => own.id === id);
    makeEdits([
      ...(isKnown || sample === undefined ? [] : [{ kind: 'set-material', material: sample } as const]),
      { kind: 'set-face', face: face.id, material: id },
    ]);
  };
  return (
    <>
      <NameField label="Called" value={face.name} onCommit={(name) => set({ name })} />
      <Select
        label="Kind"
        value={face.face.kind}
        options={optionsOf(FACE_KIND_WORDS)}
        onChange={(use) => set({ use: use as Face['kind'] })}
      />
      <Select
        label="Side"
        value={face.face.side}
        options={[
          { value: 'inside', label: 'Inside' },
          { value: 'outside', label: 'Outside' },
        ]}
        onChange={(side) => set({ side: side as Face['side'] })}
      />
      <Select
        label="Made of"
        value={face.face.material}
        options={offered.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={takeMaterial}
      />
      {material !== undefined && (
        <p className="mb-2 text-sm text-kraft">
          {HOLDING_WORDS[material.holding]}. {FIRE_CLASS_WORDS[material.fireClass]}
          {material.fireClassNote === '' ? '' : ` (${material.fireClassNote})`}. Cut with:{' '}
          {material.cutWith === '' ? 'not known' : material.cutWith.toLowerCase()}.
        </p>
      )}
      <LengthField
        label="Free room out from it"
        valueMm={face.face.roomInFrontMm ?? 0}
        reader={reader}
        hint={face.face.roomInFrontMm === null ? 'not measured yet: only what is drawn counts' : null}
        onCommit={(mm) => set({ roomInFrontMm: mm === 0 ? null : mm })}
      />
      <NumberField
        label="Fire rating to keep"
        value={face.face.fireRatedMinutes}
        unit="min"
        hint={face.face.fireRatedMinutes === null ? 'none' : null}
        onCommit={(fireRatedMinutes) => set({ fireRatedMinutes })}
      />
      {face.face.shape.kind === 'outline' ? (
        <LengthField
          label="Thickness"
          valueMm={face.thicknessMm}
          reader={reader}
          onCommit={(thicknessMm) => set({ thicknessMm })}
        />
      ) : (
        <p className="text-sm text-kraft">
          <span className="figure">{formatLength(face.thicknessMm, reader)}</span> thick, as its other side
        </p>
      )}
    </>
  );
}

function FaceConditions({ face, reader }: { readonly face: SiteFace; readonly reader: Reader }) {
  const entries = Object.entries(face.conditions);
  const values = Object.fromEntries(entries.map(([key, { value }]) => [key, value])) as Conditions;
  const from = Object.fromEntries(entries.map(([key, each]) => [key, each.from])) as Record<
    keyof Conditions,
    'face' | 'site'
  >;
  return <ConditionFields faceId={face.id} values={values} from={from} reader={reader} />;
}

const AS_FOUND = [
  ['floorRiseDeg', 'Lower edge, up to the right'],
  ['leftLeanDeg', 'Left edge, right going up'],
  ['faceLeanDeg', 'Face, towards you going up'],
] as const;

/** What the level said. The datum stays the level line through the lower left, whatever the floor does. */
function AsFoundFields({ face, reader }: { readonly face: SiteFace; readonly reader: Reader }) {
  const { shape } = face.face;
  if (shape.kind !== 'outline') return null;
  return (
    <>
      <p className="mb-2 text-sm text-kraft">
        The datum is the level line through the lower left corner, not the floor. Where the floor or the edge
        is off, the drill sheet gives both.
      </p>
      {AS_FOUND.map(([key, label]) => (
        <NumberField
          key={key}
          label={label}
          value={shape.asFound[key]}
          unit="°"
          hint={
            shape.asFound[key] === null
              ? 'not measured yet'
              : formatQuantity({ value: shape.asFound[key], unit: 'deg' }, reader)
          }
          onCommit={(value) => tryEdits([{ kind: 'set-as-found', face: face.id, asFound: { [key]: value } }])}
        />
      ))}
    </>
  );
}
