import {
  CONDUIT_SIZES,
  findPenetrationPlaces,
  GLAND_SIZES,
  NO_DETAIL,
  type Prepared,
} from '@zarnel/core/figures';
import {
  ENTRY_KINDS,
  glandsOf,
  MOST_GLANDS,
  OPENS_TO,
  type EntryKind,
  type Penetration,
  type Plan,
} from '@zarnel/core/plan';
import { formatLength, toldText, type Reader } from '@zarnel/core/words';
import { evaluator } from '../../workers/compute.ts';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { CountField } from '../../ui/CountField.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { PositionFields, tryEdit } from '../PositionFields.tsx';
import { useTelling } from '../use-telling.ts';
import { conduitOptions } from './conduit-options.ts';
import { SectionDrawing } from './SectionDrawing.tsx';
import { SealSection } from './SealSection.tsx';
import { SpotsSection } from './SpotsSection.tsx';
import { OfNow } from './OfNow.tsx';
import { useDetail } from './use-detail.ts';

type Props = { readonly penetration: Penetration; readonly prepared: Prepared; readonly reader: Reader };

const askPenetration = (id: string) => evaluator.penetrationDetail(id);

const ENTRY_WORDS: Readonly<Record<EntryKind, string>> = {
  gland: 'One gland in the skin',
  box: 'Box with glands',
  hood: 'Low hood with glands',
  'under-module': 'Flat box under a module',
  stub: 'Conduit stub with a boot',
  sleeve: 'Sleeve through wall or floor',
  existing: 'Housing that is there',
};
const WAY_WORDS = { left: 'Left', right: 'Right', up: 'Up the face', down: 'Down the face' } as const;

/** A penetration: where it is on both sides, what stands over it, how it is sealed, and what of that is done. */
export function PenetrationPanel({ penetration, prepared, reader }: Props) {
  const { detail, isOfNow } = useDetail(askPenetration, penetration.id, NO_DETAIL);
  const telling = useTelling(reader);
  const places = findPenetrationPlaces(prepared.site, penetration);
  const set = (more: Partial<Penetration>) =>
    tryEdit({ kind: 'set-penetration', penetration: { ...penetration, ...more } });
  const { marking, section, stack, base } = detail;
  return (
    <section aria-label={penetration.name}>
      <h2 className="mb-2 text-lg font-semibold">{penetration.name}</h2>
      <h3 className="mb-1 font-semibold">Mark it on {places?.here.face.name}</h3>
      <PositionFields
        xLabel="Right of datum"
        xMm={penetration.xMm}
        yMm={penetration.yMm}
        reader={reader}
        moveTo={(xMm, yMm) => ({ kind: 'move-penetration', penetration: penetration.id, xMm, yMm })}
      />
      {marking !== null && (
        <OfNow isOfNow={isOfNow}>
          <p className="mb-1">
            It comes out on {toldText({ text: '{on}', data: { on: marking.comesOutOn } }, telling)}:{' '}
            <span className="figure text-chalk">{formatLength(marking.outRightMm, reader)}</span> right,{' '}
            <span className="figure text-chalk">{formatLength(marking.outUpMm, reader)}</span> up, within{' '}
            <span className="figure text-chalk">{formatLength(marking.withinMm, reader)}</span>.
          </p>
          <WorkingButton working={marking.working} reader={reader} />
        </OfNow>
      )}
      {section.length > 0 && (
        <OfNow isOfNow={isOfNow}>
          <SectionDrawing section={section} reader={reader} />
        </OfNow>
      )}
      <EntryFields plan={prepared.plan} penetration={penetration} set={set} />
      <NameField label="Called" value={penetration.name} onCommit={(name) => set({ name })} />
      {stack !== null && (
        <OfNow isOfNow={isOfNow}>
          <SealSection penetration={penetration} detail={detail} reader={reader} />
        </OfNow>
      )}
      <SpotsSection penetration={penetration} reader={reader} />
      <Section
        title="What stands over it"
        summary={base === null ? '' : `${formatLength(base.widthMm, reader)} wide`}
      >
        {base !== null && (
          <>
            <LengthField
              label="Base, across"
              valueMm={base.widthMm}
              reader={reader}
              onCommit={(widthMm) => set({ base: { widthMm, heightMm: base.heightMm } })}
            />
            <LengthField
              label="Base, up the face"
              valueMm={base.heightMm}
              reader={reader}
              onCommit={(heightMm) => set({ base: { widthMm: base.widthMm, heightMm } })}
            />
          </>
        )}
        <Toggle
          label="A pull string stays in it"
          isOn={penetration.hasPullString}
          onChange={(hasPullString) => set({ hasPullString })}
        />
      </Section>
      <Button onClick={() => makeEdits([{ kind: 'remove-penetration', penetration: penetration.id }])}>
        Take the penetration out
      </Button>
    </section>
  );
}

function EntryFields({
  plan,
  penetration,
  set,
}: {
  readonly plan: Pick<Plan, 'codeBasis'>;
  readonly penetration: Penetration;
  readonly set: (more: Partial<Penetration>) => string | null;
}) {
  const { entry } = penetration;
  const glands = glandsOf(entry);
  const setKind = (value: string) => {
    const kind = ENTRY_KINDS.find((each) => each === value);
    if (kind === undefined) return;
    const { gland, count } = glands ?? { gland: 'M20', count: 1 };
    if (kind === 'gland') set({ entry: { kind, gland }, base: null });
    else if (kind === 'stub' || kind === 'sleeve') set({ entry: { kind, conduit: null }, base: null });
    else set({ entry: { kind, gland, glandCount: count }, base: null });
  };
  return (
    <>
      <Select
        label="Entry"
        value={entry.kind}
        options={ENTRY_KINDS.map((kind) => ({ value: kind, label: ENTRY_WORDS[kind] }))}
        onChange={setKind}
      />
      {entry.kind === 'stub' || entry.kind === 'sleeve' ? (
        <Select
          label="Pipe"
          value={entry.conduit ?? 'smallest'}
          options={[
            { value: 'smallest', label: 'The smallest that takes its cables' },
            ...conduitOptions(plan, entry.conduit),
          ]}
          onChange={(value) =>
            set({ entry: { ...entry, conduit: CONDUIT_SIZES.find((size) => size === value) ?? null } })
          }
        />
      ) : (
        <Select
          label="Gland"
          value={entry.gland}
          options={GLAND_SIZES.map((size) => ({ value: size, label: size }))}
          onChange={(value) => {
            const gland = GLAND_SIZES.find((size) => size === value);
            if (gland !== undefined) set({ entry: { ...entry, gland } });
          }}
        />
      )}
      {'glandCount' in entry && (
        <>
          <CountField
            label="How many"
            value={entry.glandCount}
            most={MOST_GLANDS}
            hint="One for each cable; spare ones are plugged."
            onCommit={(glandCount) => set({ entry: { ...entry, glandCount } })}
          />
          <Select
            label="Entries face"
            value={penetration.opensTo ?? 'unsaid'}
            options={[
              { value: 'unsaid', label: 'Not said' },
              ...OPENS_TO.map((way) => ({ value: way, label: WAY_WORDS[way] })),
            ]}
            onChange={(value) => set({ opensTo: OPENS_TO.find((way) => way === value) ?? null })}
          />
        </>
      )}
    </>
  );
}
