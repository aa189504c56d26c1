import { useEffect, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { fieldFigures, newField } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { CAUTIONS, countText, formatQuantity, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { lazily } from '../../ui/lazily.ts';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { BodySection } from './RoofSections.tsx';
import { StringsSection } from './StringsSection.tsx';
import { SurroundingsSection } from './SurroundingsSection.tsx';

// What draws charts comes when it is opened.
const SunSection = lazily(async () => (await import('./SunSection.tsx')).SunSection);
const YearSection = lazily(async () => (await import('./YearSection.tsx')).YearSection);
const EnergySection = lazily(async () => (await import('./EnergySection.tsx')).EnergySection);

type Props = { readonly plan: Plan; readonly reader: Reader };

/** The array of a job: its fields, its strings, the sun on them, and what they give. */
export function ArrayBench({ plan, reader }: Props) {
  useFieldInSight(plan);
  return (
    <>
      <FieldsSection plan={plan} reader={reader} />
      <StringsSection plan={plan} reader={reader} />
      <Section title="Sun, shade and curves">
        <SunSection plan={plan} reader={reader} />
      </Section>
      <Section title="A clear year, wiring by wiring">
        <YearSection plan={plan} reader={reader} />
      </Section>
      <SurroundingsSection plan={plan} reader={reader} />
      <BodySection plan={plan} prepared={derivedOf(plan).prepared} reader={reader} />
      <Section title="What is used in a day">
        <EnergySection plan={plan} reader={reader} />
      </Section>
      <p className="mt-3 border-l-4 border-crayon pl-3 text-sm text-crayon">
        {CAUTIONS['live-modules']} {CAUTIONS.fall}
      </p>
    </>
  );
}

/** The step opens at a face that has modules, where the one in hand has none. */
function useFieldInSight(plan: Plan): void {
  const dispatch = useAppDispatch();
  const faceInHand = useAppSelector((state) => state.view.faceInHand);
  const opened = useRef({ plan, faceInHand });
  useEffect(() => {
    const { moduleFields } = opened.current.plan;
    const [first] = moduleFields;
    if (first === undefined || moduleFields.some(({ face }) => face === opened.current.faceInHand)) return;
    dispatch(viewSlice.actions.faceTaken(first.face));
    dispatch(viewSlice.actions.lookedAt(first.face));
  }, [dispatch]);
}

function FieldsSection({ plan, reader }: Props) {
  const dispatch = useAppDispatch();
  const { prepared } = derivedOf(plan);
  return (
    <section aria-label="Fields of modules" className="mt-3 mb-3">
      <h2 className="mb-1 text-lg font-semibold">Fields of modules</h2>
      {plan.moduleFields.length === 0 && (
        <p className="mb-2">No modules yet: choose a face and a module, then fill it.</p>
      )}
      <ul>
        {plan.moduleFields.map(({ id, name, face }) => {
          const figures = fieldFigures(prepared, id);
          return (
            <li key={id}>
              <button
                type="button"
                className="flex min-h-9 w-full justify-between gap-2 px-2 text-left hover:bg-tape/40"
                onClick={() => {
                  dispatch(viewSlice.actions.selected({ kind: 'field', id }));
                  dispatch(viewSlice.actions.faceTaken(face));
                }}
              >
                <span>{name}</span>
                {figures !== null && (
                  <span className="figure text-sm text-kraft">
                    {countText(figures.count, 'module', 'modules')} ·{' '}
                    {formatQuantity({ value: figures.powerW, unit: 'W' }, reader)}
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ul>
      <AddField plan={plan} />
    </section>
  );
}

function AddField({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { jobId = '' } = useParams();
  const faceInHand = useAppSelector((state) => state.view.faceInHand);
  const types = plan.gearTypes.filter(({ solarModule }) => solarModule !== null);
  const faces = plan.faces.filter(
    ({ side, kind }) => side === 'outside' || kind === 'roof' || kind === 'floor',
  );
  const usual =
    faces.find(({ id }) => id === faceInHand) ??
    faces.find(({ kind, side }) => kind === 'roof' && side === 'outside') ??
    faces[0];
  const [type, setType] = useState(types[0]?.id ?? '');
  const [face, setFace] = useState<string | null>(null);
  const on = face ?? usual?.id ?? plan.rootFace;
  if (types.length === 0) {
    return (
      <div className="mt-2">
        <p>This job has no type of solar module yet.</p>
        <Button onClick={() => void navigate(`/jobs/${jobId}/gear`)}>Choose one at Gear</Button>
      </div>
    );
  }
  const add = () => {
    const field = newField(plan, on, types.some(({ id }) => id === type) ? type : (types[0]?.id ?? ''));
    if (!makeEdits([{ kind: 'set-field', field }])) return;
    dispatch(viewSlice.actions.selected({ kind: 'field', id: field.id }));
    dispatch(viewSlice.actions.faceTaken(on));
    dispatch(viewSlice.actions.lookedAt(on));
  };
  return (
    <div className="mt-2 border-t border-faint pt-2">
      <Select
        label="Module"
        value={type}
        options={types.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setType}
      />
      <Select
        label="On"
        value={on}
        options={(faces.length === 0 ? plan.faces : faces).map(({ id, name }) => ({
          value: id,
          label: name,
        }))}
        onChange={setFace}
      />
      <Button onClick={add}>Lay out a field</Button>
    </div>
  );
}
