import { useTelling, useTradeWords } from '../use-telling.ts';
import type { SiteFace } from '@zarnel/core/figures';
import { freshIdIn, usualStuds, type Framing, type Plan } from '@zarnel/core/plan';
import { formatExactLength, type Reader, roundFor } from '@zarnel/core/words';
import { tryEdits, makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { optionsOf, ROLE_WORDS, STUFF_WORDS } from '../words.ts';

type Props = { readonly face: SiteFace; readonly plan: Plan; readonly reader: Reader };

/** Studs, ribs, purlins and seams: at a spacing or one by one, and where they were really found. */
export function FramingSection({ face, plan, reader }: Props) {
  const dispatch = useAppDispatch();
  const isShown = useAppSelector((state) => state.view.showsFraming);
  const { shape } = face.face;
  if (shape.kind !== 'outline') {
    return (
      <p className="text-sm text-kraft">It has the framing of its other side, mirrored; change it there.</p>
    );
  }
  return (
    <>
      <Toggle
        label="Show framing on the sheet"
        isOn={isShown}
        onChange={(isOn) => dispatch(viewSlice.actions.framingShown(isOn))}
      />
      {shape.framing.map((framing) => (
        <details key={framing.id} className="mb-2 border border-faint p-2">
          <summary className="cursor-pointer">
            {framing.name}, <span className="figure">{formatExactLength(framing.memberWidthMm, reader)}</span>{' '}
            wide
            {framing.at.kind === 'spaced' && (
              <>
                , at <span className="figure">{formatExactLength(framing.at.spacingMm, reader)}</span>
              </>
            )}
          </summary>
          <FramingFields face={face} framing={framing} reader={reader} />
        </details>
      ))}
      <Button
        onClick={() =>
          makeEdits([
            {
              kind: 'set-framing',
              face: face.id,
              framing: usualStuds(freshIdIn(shape.framing, 'framing'), plan.codeBasis),
            },
          ])
        }
      >
        Add framing
      </Button>
    </>
  );
}

function FramingFields({
  face,
  framing,
  reader,
}: {
  readonly face: SiteFace;
  readonly framing: Framing;
  readonly reader: Reader;
}) {
  const say = useTradeWords();
  const set = (changed: Partial<Framing>) =>
    tryEdits([{ kind: 'set-framing', face: face.id, framing: { ...framing, ...changed } }]);
  const { at, extent } = framing;
  const telling = useTelling(reader);
  const own = face.members.filter(({ framingId }) => framingId === framing.id);
  return (
    <div className="mt-2">
      <NameField label="Called" value={framing.name} onCommit={(name) => set({ name })} />
      <Select
        label="They are"
        value={framing.role}
        options={optionsOf(ROLE_WORDS, telling.dialect)}
        onChange={(role) => set({ role: role as Framing['role'] })}
      />
      <Select
        label="They run"
        value={framing.axis}
        options={[
          { value: 'vertical', label: 'Up the face' },
          { value: 'horizontal', label: 'Across the face' },
        ]}
        onChange={(axis) => set({ axis: axis as Framing['axis'] })}
      />
      <LengthField
        label="Width as seen"
        valueMm={framing.memberWidthMm}
        reader={reader}
        onCommit={(memberWidthMm) => set({ memberWidthMm })}
      />
      <LengthField
        label="Depth behind"
        valueMm={framing.memberDepthMm}
        reader={reader}
        onCommit={(memberDepthMm) => set({ memberDepthMm })}
      />
      <Select
        label="Made of"
        value={framing.stuff}
        options={optionsOf(STUFF_WORDS, telling.dialect)}
        onChange={(stuff) => set({ stuff: stuff as Framing['stuff'] })}
      />
      <NameField
        label="Species or grade"
        value={framing.species}
        mayBeEmpty
        onCommit={(species) => set({ species })}
      />
      {framing.stuff === 'wood' && (
        <NumberField
          label="Specific gravity"
          value={framing.specificGravity}
          unit=""
          onCommit={(specificGravity) => set({ specificGravity })}
          hint="spruce-pine-fir 0.42, southern pine 0.55"
        />
      )}
      <Toggle
        label="A cable may be bored through"
        isOn={framing.mayBore}
        onChange={(mayBore) => set({ mayBore })}
      />
      {at.kind === 'spaced' ? (
        <>
          <LengthField
            label={say('First centre')}
            valueMm={at.firstCentreMm}
            reader={reader}
            onCommit={(firstCentreMm) => set({ at: { ...at, firstCentreMm } })}
          />
          <LengthField
            label="Spacing"
            valueMm={at.spacingMm}
            reader={reader}
            onCommit={(spacingMm) => set({ at: { ...at, spacingMm } })}
          />
          <Button
            look="quiet"
            onClick={() => set({ at: { kind: 'listed', centresMm: own.map(({ nominalMm }) => nominalMm) } })}
          >
            Place them one by one
          </Button>
        </>
      ) : (
        <>
          {at.centresMm.map((centreMm, index) => (
            <LengthField
              key={index}
              label={`${say('Centre')} ${index + 1}`}
              valueMm={centreMm}
              reader={reader}
              onCommit={(mm) =>
                set({
                  at: { ...at, centresMm: at.centresMm.map((each, place) => (place === index ? mm : each)) },
                })
              }
            />
          ))}
          <Button
            look="quiet"
            onClick={() =>
              set({
                at: {
                  ...at,
                  centresMm: [...at.centresMm, (at.centresMm.at(-1) ?? 0) + roundFor(reader, 400)],
                },
              })
            }
          >
            One more
          </Button>
          {at.centresMm.length > 1 && (
            <Button look="quiet" onClick={() => set({ at: { ...at, centresMm: at.centresMm.slice(0, -1) } })}>
              One less
            </Button>
          )}
        </>
      )}
      <LengthField
        label="May stand off by"
        valueMm={framing.toleranceMm}
        reader={reader}
        onCommit={(toleranceMm) => set({ toleranceMm })}
      />
      <Toggle
        label="Only part of the way"
        isOn={extent !== null}
        onChange={(isPart) => {
          const { fromMm = 0, toMm = 0 } = own[0] ?? {};
          set({ extent: isPart ? { fromMm, toMm } : null });
        }}
      />
      {extent !== null && (
        <>
          <LengthField
            label="From"
            valueMm={extent.fromMm}
            reader={reader}
            onCommit={(fromMm) => set({ extent: { ...extent, fromMm } })}
          />
          <LengthField
            label="To"
            valueMm={extent.toMm}
            reader={reader}
            onCommit={(toMm) => set({ extent: { ...extent, toMm } })}
          />
        </>
      )}
      <details>
        <summary className="min-h-9 cursor-pointer text-sm">Where each was found</summary>
        {own.map((member) => (
          <div key={member.index} className="border-b border-faint py-1">
            <LengthField
              label={`${member.index + 1}${member.isFound ? ', found' : ', by spacing'}`}
              valueMm={member.centreMm}
              reader={reader}
              onCommit={(centreMm) =>
                find(member.index, {
                  centreMm,
                  toleranceMm: member.isFound ? member.toleranceMm : FOUND_TOLERANCE_MM,
                })
              }
            />
            {member.isFound && (
              <LengthField
                label={`${member.index + 1}, give or take`}
                valueMm={member.toleranceMm}
                reader={reader}
                onCommit={(toleranceMm) => find(member.index, { centreMm: member.centreMm, toleranceMm })}
              />
            )}
            {member.isFound && (
              <Button look="quiet" className="text-sm" onClick={() => find(member.index, null)}>
                By spacing again
              </Button>
            )}
          </div>
        ))}
      </details>
      <Button
        look="quiet"
        onClick={() => makeEdits([{ kind: 'remove-framing', face: face.id, framing: framing.id }])}
      >
        Take this framing out
      </Button>
    </div>
  );

  function find(index: number, found: { readonly centreMm: number; readonly toleranceMm: number } | null) {
    return tryEdits([{ kind: 'find-member', face: face.id, framing: framing.id, index, found }]);
  }
}

/** A centre that was marked by hand may be off by this (practice). */
const FOUND_TOLERANCE_MM = 2;
