import { CONDUIT_SIZES, type RoutedRun, type Routes, type RunDetail } from '@zarnel/core/figures';
import type { Plan, Run } from '@zarnel/core/plan';
import { countText, formatLength, type Reader, roundFor } from '@zarnel/core/words';
import { useAppSelector } from '../../state/store.ts';
import { evaluator } from '../../workers/compute.ts';
import { OfNow } from './OfNow.tsx';
import { useDetail } from './use-detail.ts';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { tryEdit } from '../PositionFields.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { PipeSection } from './PipeSection.tsx';
import { conduitOptions } from './conduit-options.ts';
import { lieInRun } from './lie-in-run.ts';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

type Props = {
  readonly run: Run;
  readonly plan: Plan;
  readonly routes: Routes | null;
  readonly reader: Reader;
};

/** In place of a figure that is being worked out; the one before is not shown any more. */
const STILL_AT_WORK = '…';

/** A cable run: its length, its bends, the holes it goes through. */
export function RunPanel({ run, plan, routes, reader }: Props) {
  const routed = routes?.routed.find((each) => each.run.id === run.id);
  const nameOf = (id: string) => plan.placements.find((placement) => placement.id === id)?.name ?? id;
  const lengthOf = (mm: number | undefined) => (mm === undefined ? STILL_AT_WORK : formatLength(mm, reader));
  return (
    <section aria-label={run.name} className="mb-4">
      <h2 className="mb-1 text-lg font-semibold">{run.name}</h2>
      <p className="mb-2">
        {nameOf(run.from.placement)} {run.from.knockout} to {nameOf(run.to.placement)} {run.to.knockout}
      </p>
      {routes !== null && routed === undefined ? (
        <p className="text-crayon">No way was found.</p>
      ) : (
        <>
          <p className="flex justify-between">
            <span>Path, port to port</span>
            <span className="figure text-chalk">{lengthOf(routed?.pathMm)}</span>
          </p>
          <p className="flex justify-between">
            <span>Length to cut</span>
            <span className="figure font-semibold text-chalk">{lengthOf(routed?.totalMm)}</span>
          </p>
          <p className="flex justify-between">
            <span>Bends</span>
            <span className="figure">{routed?.bendCount ?? STILL_AT_WORK}</span>
          </p>
          <WorkingButton working={routed?.working ?? null} reader={reader} />
          <WhyHere run={run} reader={reader} />
        </>
      )}
      <Section title="What lies in it" summary={String(run.circuits.length)}>
        {plan.circuits.length === 0 && <p className="mb-2">No circuit yet: add one above.</p>}
        {plan.circuits.map(({ id, name }) => (
          <Toggle
            key={id}
            label={name}
            isOn={run.circuits.includes(id)}
            onChange={(isOn) => makeEdits([lieInRun(run, id, isOn)])}
          />
        ))}
      </Section>
      <GoesBy run={run} plan={plan} routed={routed} reader={reader} />
      <LaidFields run={run} plan={plan} reader={reader} />
      <LengthField
        label="Slack at each end"
        valueMm={run.slackEachEndMm}
        reader={reader}
        onCommit={(mm) => tryEdit({ kind: 'set-run-slack', run: run.id, slackEachEndMm: mm })}
      />
      <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-run', run: run.id }])}>
        Remove the run
      </Button>
    </section>
  );
}

const LAID_OPTIONS = [
  { value: 'clipped', label: 'Clipped' },
  { value: 'in-cavity', label: 'Loose in a cavity' },
  { value: 'under-modules', label: 'Tied to rails under modules' },
  { value: 'smallest', label: 'In the smallest conduit' },
];

function laidOf(value: string): Run['laid'] {
  if (value === 'clipped' || value === 'in-cavity' || value === 'under-modules') return { as: value };
  return { as: 'conduit', size: CONDUIT_SIZES.find((each) => each === value) ?? null };
}

type LaidProps = { readonly run: Run; readonly plan: Plan; readonly reader: Reader };

/** How it is held, and how far off its faces: a hot roof warms what lies close. */
function LaidFields({ run, plan, reader }: LaidProps) {
  const { laid } = run;
  const conduits = conduitOptions(plan, laid.as === 'conduit' ? laid.size : null).map(({ value, label }) => ({
    value,
    label: `In ${label} conduit`,
  }));
  return (
    <>
      <Select
        label="Laid"
        value={laid.as === 'conduit' ? (laid.size ?? 'smallest') : laid.as}
        options={[...LAID_OPTIONS, ...conduits]}
        onChange={(value) => makeEdits([{ kind: 'set-run', run: { ...run, laid: laidOf(value) } }])}
      />
      <LengthField
        label="Above its faces"
        valueMm={run.raisedMm}
        reader={reader}
        onCommit={(raisedMm) => tryEdit({ kind: 'set-run', run: { ...run, raisedMm } })}
      />
    </>
  );
}

const NO_DETAIL: RunDetail = {
  costMm: null,
  leastMm: null,
  working: null,
  pipe: null,
};
const askRun = (id: string) => evaluator.runDetail(id);

/** What its way counts for beside the least that any could: why it lies there. */
function WhyHere({ run, reader }: { readonly run: Run; readonly reader: Reader }) {
  const { detail, isOfNow } = useDetail(askRun, run.id, NO_DETAIL);
  const { costMm, leastMm, working, pipe } = detail;
  if (costMm === null) return null;
  return (
    <OfNow isOfNow={isOfNow}>
      {pipe !== null && <PipeSection pipe={pipe} reader={reader} />}
      <Section title="Why it lies there" summary={`counts for ${formatLength(costMm, reader)}`}>
        <p>
          All it weighs comes to <span className="figure text-chalk">{formatLength(costMm, reader)}</span>
          {leastMm !== null && (
            <>
              ; with nothing in its way it would be{' '}
              <span className="figure text-chalk">{formatLength(leastMm, reader)}</span>
            </>
          )}
          .
        </p>
        <WorkingButton working={working} reader={reader} />
      </Section>
    </OfNow>
  );
}

type Via = Run['via'][number];
type HoleVia = Exclude<Via, { at: 'point' }>;

/** Of the face, or the hole. */
function idOfVia(via: Via): string {
  if (via.at === 'point') return via.face;
  return via.at === 'penetration' ? via.penetration : via.plateHole;
}

/** Where it has to go by, in order: points on faces and penetrations; the rest is found. */
function GoesBy({
  run,
  plan,
  routed,
  reader,
}: {
  readonly run: Run;
  readonly plan: Plan;
  readonly routed: RoutedRun | undefined;
  readonly reader: Reader;
}) {
  const faceInHand = useAppSelector((state) => state.view.faceInHand);
  // On its way there, or in the middle of what it has on that face.
  const startOn = (id: string) => {
    const leg = routed?.legs.find((each) => each.face === id);
    return { xMm: leg?.to[0] ?? roundFor(reader, 100), yMm: leg?.to[1] ?? roundFor(reader, 100) };
  };
  const setVia = (via: Run['via']) => tryEdit({ kind: 'set-run', run: { ...run, via } });
  const nameOf = (id: string) =>
    [...plan.faces, ...plan.penetrations, ...plan.plateHoles].find((each) => each.id === id)?.name ?? id;
  const face = plan.faces.find(({ id }) => id === (faceInHand ?? plan.rootFace));
  const free: readonly { readonly name: string; readonly via: HoleVia }[] = [
    ...plan.penetrations.map(({ id, name }) => ({
      name,
      via: { at: 'penetration', penetration: id } as const,
    })),
    ...plan.plateHoles.map(({ id, name }) => ({ name, via: { at: 'plate-hole', plateHole: id } as const })),
  ].filter(({ via }) => !run.via.some((each) => each.at === via.at && idOfVia(each) === idOfVia(via)));
  return (
    <Section
      title="Goes by"
      summary={run.via.length === 0 ? 'as found' : countText(run.via.length, 'place', 'places')}
    >
      <ol>
        {run.via.map((each, index) => (
          <li key={index} className="mb-2">
            <p>
              {index + 1}. {nameOf(idOfVia(each))}
            </p>
            {each.at === 'point' &&
              (['xMm', 'yMm'] as const).map((key) => (
                <LengthField
                  key={key}
                  label={key === 'xMm' ? 'Right of datum' : 'Up from datum'}
                  valueMm={each[key]}
                  reader={reader}
                  onCommit={(mm) =>
                    setVia(run.via.map((other, at) => (at === index ? { ...each, [key]: mm } : other)))
                  }
                />
              ))}
            <Button look="quiet" onClick={() => setVia(run.via.filter((_, at) => at !== index))}>
              Unlock it
            </Button>
          </li>
        ))}
      </ol>
      {free.map(({ name, via }) => (
        <Button key={`${via.at} ${idOfVia(via)}`} look="quiet" onClick={() => setVia([...run.via, via])}>
          Go through {name}
        </Button>
      ))}
      {face !== undefined && (
        <Button
          look="quiet"
          onClick={() => setVia([...run.via, { at: 'point', face: face.id, ...startOn(face.id) }])}
        >
          Go by a point on {face.name}
        </Button>
      )}
    </Section>
  );
}
