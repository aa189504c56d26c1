import { useEffect, useMemo, useRef, useState } from 'react';
import {
  mostUsedWireway,
  usualGapMm,
  USUAL_WEIGHTS,
  type ArrangeAnswer,
  type ArrangeProgress,
  type ArrangeWeights,
  type Prepared,
  type Proposal,
} from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { stepMm, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { startArrange, type ArrangeRun } from '../../workers/arrange.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { ArrangeOutcome } from './ArrangeOutcome.tsx';

type Props = { readonly plan: Plan; readonly prepared: Prepared; readonly reader: Reader };

const NO_WIREWAY = 'none';
const WEIGHTS: readonly {
  readonly key: keyof ArrangeWeights;
  readonly label: string;
  readonly steps: readonly number[];
}[] = [
  { key: 'conductor', label: 'Short conductors', steps: [0, 0.5, 1, 2] },
  { key: 'compact', label: 'Close together', steps: [0, 0.1, 0.25, 1] },
  { key: 'framing', label: 'Holes on framing', steps: [0, 40, 120, 400] },
  { key: 'inLine', label: 'Tops or bottoms in line', steps: [0, 30, 80, 300] },
];
const HOW_MUCH = ['Not at all', 'A little', 'As usual', 'Much'];

/** The program’s own layouts of a face: what may move, what counts, and proposals shown as ghosts before one is taken. */
export function ArrangePanel({ plan, prepared, reader }: Props) {
  const faceInHand = useAppSelector((state) => state.view.faceInHand) ?? plan.rootFace;
  // Another face is another question: what was chosen for one does not carry over.
  return (
    <ArrangeFace key={faceInHand} faceInHand={faceInHand} plan={plan} prepared={prepared} reader={reader} />
  );
}

function ArrangeFace({ faceInHand, plan, prepared, reader }: Props & { readonly faceInHand: string }) {
  const dispatch = useAppDispatch();
  const face = prepared.site.faces.get(faceInHand);
  const items = useMemo(() => prepared.onFace.get(faceInHand) ?? [], [prepared, faceInHand]);
  const wireways = items.filter(({ type }) => type.kind === 'wireway');
  const [stays, setStays] = useState<ReadonlySet<string>>(new Set());
  const [wantedWireway, setWireway] = useState<string | null>(null);
  const [gapMm, setGapMm] = useState(usualGapMm(plan.codeBasis));
  const [weights, setWeights] = useState(USUAL_WEIGHTS);
  const [links, setLinks] = useState<readonly (readonly [string, string])[]>([]);
  const [progress, setProgress] = useState<ArrangeProgress | null>(null);
  const [answer, setAnswer] = useState<ArrangeAnswer | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const run = useRef<ArrangeRun | null>(null);
  const wirewayId = wantedWireway ?? mostUsedWireway(prepared, faceInHand) ?? NO_WIREWAY;
  const moving = items.filter(
    ({ id, type }) => !stays.has(id) && type.kind !== 'wireway' && type.kind !== 'board',
  );

  // What was proposed for another plan no longer holds.
  useEffect(() => {
    setAnswer(null);
    setProgress(null);
    dispatch(viewSlice.actions.ghostsShown([]));
    return () => {
      // Its answer would be about what was there before: nobody waits for it any more.
      run.current?.stop();
      run.current = null;
      dispatch(viewSlice.actions.ghostsShown([]));
    };
  }, [plan, dispatch]);

  const propose = () => {
    setFault(null);
    setAnswer(null);
    setProgress({ doneRatio: 0, bestCost: null });
    const ids = new Set(moving.map(({ id }) => id));
    const request = {
      face: faceInHand,
      pieces: [...ids],
      wireway: wirewayId === NO_WIREWAY ? null : { placement: wirewayId, gapMm },
      connections: links,
      weights,
      stepMm: stepMm(reader),
      seed: 1,
    };
    const started = startArrange(plan, request, setProgress);
    run.current = started;
    started.answer
      .then((result) => {
        if (run.current !== started) return;
        if (result === null) setFault('Stopped before anything was found.');
        else if (result.ok) setAnswer(result.value);
        else setFault(result.fault);
      })
      .catch(
        () =>
          run.current === started &&
          setFault('The layouts could not be worked out here. Nothing was changed.'),
      )
      .finally(() => {
        if (run.current === started) setProgress(null);
      });
  };
  const show = (proposal: Proposal | null) => dispatch(viewSlice.actions.ghostsShown(proposal?.places ?? []));

  return (
    <Section title="Arrange" summary={face?.name ?? ''}>
      {items.length === 0 && <p>Hang gear on {face?.name ?? 'a face'} first; then it can be laid out.</p>}
      {items.length > 0 && (
        <>
          <p className="mb-1 text-sm text-kraft">On {face?.name}. What may be moved:</p>
          {items
            .filter(({ type }) => type.kind !== 'wireway' && type.kind !== 'board')
            .map(({ id, placement }) => (
              <Toggle
                key={id}
                label={placement.name}
                isOn={!stays.has(id)}
                onChange={(isOn) =>
                  setStays(new Set(isOn ? [...stays].filter((each) => each !== id) : [...stays, id]))
                }
              />
            ))}
          {wireways.length > 0 && (
            <Select
              label="At the wireway"
              value={wirewayId}
              options={[
                { value: NO_WIREWAY, label: 'No wireway' },
                ...wireways.map(({ id, placement }) => ({ value: id, label: placement.name })),
              ]}
              onChange={setWireway}
            />
          )}
          {wirewayId !== NO_WIREWAY && (
            <LengthField
              label="Visible gap"
              valueMm={gapMm}
              reader={reader}
              onCommit={(mm) => {
                setGapMm(mm);
                return null;
              }}
            />
          )}
          <Section title="What counts" summary="">
            {WEIGHTS.map(({ key, label, steps }) => (
              <Choice
                key={key}
                label={label}
                value={String(steps.indexOf(weights[key]))}
                options={HOW_MUCH.map((words, index) => ({ value: String(index), label: words }))}
                onChange={(index) => setWeights({ ...weights, [key]: steps[Number(index)] ?? 0 })}
              />
            ))}
          </Section>
          <Links
            items={moving.map(({ id, placement }) => ({ id, name: placement.name }))}
            links={links}
            onChange={setLinks}
          />
          <div className="mt-2 flex gap-2">
            <Button look="strong" disabled={moving.length === 0 || progress !== null} onClick={propose}>
              Propose layouts
            </Button>
            {progress !== null && <Button onClick={() => run.current?.stop()}>Stop, keep the best</Button>}
          </div>
          {progress !== null && (
            <div className="mt-2" role="status">
              <progress
                className="w-full"
                max={1}
                value={progress.doneRatio}
                aria-label="Layouts looked at"
              />
              <p className="text-sm">
                {progress.bestCost === null
                  ? 'Looking for a layout …'
                  : 'A layout is found; looking for better ones …'}
              </p>
            </div>
          )}
          <Fault className="mt-2">{fault}</Fault>
          {answer !== null && (
            <ArrangeOutcome
              answer={answer}
              reader={reader}
              onShow={show}
              onTake={({ edits }) => makeEdits(edits)}
            />
          )}
        </>
      )}
    </Section>
  );
}

type Named = { readonly id: string; readonly name: string };

/** Pairs that are wired to each other, beside the runs that are drawn. */
function Links(props: {
  readonly items: readonly Named[];
  readonly links: readonly (readonly [string, string])[];
  readonly onChange: (links: readonly (readonly [string, string])[]) => void;
}) {
  const { items, links, onChange } = props;
  const [a, setA] = useState('');
  const [b, setB] = useState('');
  const options = [
    { value: '', label: 'Choose …' },
    ...items.map(({ id, name }) => ({ value: id, label: name })),
  ];
  const nameOf = (id: string) => items.find((item) => item.id === id)?.name ?? id;
  return (
    <Section
      title="Wired to each other"
      summary={links.length === 0 ? 'the runs drawn' : `${links.length} more`}
    >
      <ul>
        {links.map(([from, to], index) => (
          <li key={`${from}${to}`} className="flex items-center justify-between gap-2">
            {nameOf(from)} – {nameOf(to)}
            <Button
              look="quiet"
              aria-label={`Take out ${nameOf(from)} – ${nameOf(to)}`}
              onClick={() => onChange(links.filter((_, at) => at !== index))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-2">
        <Choice label="From" value={a} options={options} onChange={setA} />
        <Choice label="To" value={b} options={options} onChange={setB} />
        <Button
          disabled={
            a === '' ||
            b === '' ||
            a === b ||
            links.some(([x, y]) => (x === a && y === b) || (x === b && y === a))
          }
          onClick={() => onChange([...links, [a, b]])}
        >
          Add
        </Button>
      </div>
    </Section>
  );
}
