import { freshId, materialsOfTrade, type Material, type Plan } from '@zarnel/core/plan';
import { sourceText, type Reader, roundFor } from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { useAppSelector } from '../../state/store.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { OptionalMeasureField } from '../../ui/OptionalMeasureField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { FIRE_CLASS_WORDS, HOLDING_WORDS, optionsOf, SKIN_WORDS } from '../words.ts';

type Props = { readonly plan: Plan; readonly reader: Reader };

/** The materials of this job: what each holds, whether it burns, what cuts it. */
export function MaterialsTab({ plan, reader }: Props) {
  const inHand = useAppSelector((state) => state.view.materialInHand);
  const unused = materialsOfTrade(plan.codeBasis).filter(
    ({ id }) => !plan.materials.some((own) => own.id === id),
  );
  return (
    <section aria-label="Materials">
      {plan.materials.map((material) => (
        <Section
          key={`${material.id} ${material.id === inHand}`}
          title={material.name}
          summary={FIRE_CLASS_WORDS[material.fireClass]}
          startsOpen={material.id === inHand}
        >
          <MaterialFields material={material} reader={reader} />
        </Section>
      ))}
      <Select
        label="Add"
        value=""
        options={unused.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => {
          const material = unused.find((each) => each.id === id);
          if (material !== undefined) makeEdits([{ kind: 'set-material', material }]);
        }}
      />
      <Button
        onClick={() =>
          makeEdits([
            {
              kind: 'set-material',
              material: {
                id: freshId(plan, 'material'),
                name: 'New material',
                thicknessMm: roundFor(reader, 12),
                holding: 'unknown',
                skin: 'unknown',
                fireClass: 'unknown',
                fireClassNote: '',
                approvedPullN: null,
                approvedShearN: null,
                cutWith: '',
                source: { kind: 'yours', title: 'Entered in this job' },
              },
            },
          ])
        }
      >
        A material of your own
      </Button>
    </section>
  );
}

/** Of the fixing used in it, as its approval states it for this material. */
const APPROVED = [
  ['approvedPullN', 'Approved load of its fixing, out'],
  ['approvedShearN', 'The same, along the face'],
] as const;

/** A face is never bare rails: those are gear, as boards are. */
const HOLDINGS_OF_FACES = optionsOf(HOLDING_WORDS).filter(({ value }) => value !== 'slide-in-nut');

function MaterialFields({ material, reader }: { readonly material: Material; readonly reader: Reader }) {
  const set = (changed: Partial<Material>) =>
    tryEdits([
      {
        kind: 'set-material',
        material: { ...material, source: { kind: 'yours', title: 'Changed in this job' }, ...changed },
      },
    ]);
  return (
    <>
      <NameField label="Called" value={material.name} onCommit={(name) => set({ name })} />
      <LengthField
        label="Usual thickness"
        valueMm={material.thicknessMm}
        reader={reader}
        onCommit={(thicknessMm) => set({ thicknessMm })}
      />
      <Select
        label="Fixing"
        value={material.holding}
        options={HOLDINGS_OF_FACES}
        onChange={(holding) => set({ holding: holding as Material['holding'] })}
      />
      <Select
        label="Surface"
        value={material.skin}
        options={optionsOf(SKIN_WORDS)}
        onChange={(skin) => set({ skin: skin as Material['skin'] })}
      />
      <Select
        label="Fire"
        value={material.fireClass}
        options={optionsOf(FIRE_CLASS_WORDS)}
        onChange={(fireClass) => set({ fireClass: fireClass as Material['fireClass'] })}
      />
      <NameField
        label="Its class"
        value={material.fireClassNote}
        mayBeEmpty
        onCommit={(fireClassNote) => set({ fireClassNote })}
      />
      <NameField
        label="Cut with"
        value={material.cutWith}
        mayBeEmpty
        onCommit={(cutWith) => set({ cutWith })}
      />
      {APPROVED.map(([key, label]) => (
        <OptionalMeasureField
          key={key}
          label={label}
          unit="N"
          value={material[key]}
          reader={reader}
          hint={material[key] === null ? 'not entered' : null}
          onCommit={(value) => set({ [key]: value })}
        />
      ))}
      <p className="text-sm text-kraft">{sourceText(material.source)}</p>
      <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-material', material: material.id }])}>
        Take it out
      </Button>
    </>
  );
}
