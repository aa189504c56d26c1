import { Suspense, useMemo, useState } from 'react';
import { createJobSchema } from '@zarnel/contract';
import { boxOfPoints, buildSite, layOutSheet, sheetFromFace, sizeOfBox } from '@zarnel/core/figures';
import { sizeFault, startFromOutline, startPlan, STARTS, usualSizes } from '@zarnel/core/files';
import { START_KINDS, type Plan, type PointMm, type StartKind } from '@zarnel/core/plan';
import {
  formatLength,
  formatQuantity,
  parseTemperature,
  readerOfTrade,
  tradeOfReader,
} from '@zarnel/core/words';
import { CODE_BASIS_WORDS, optionsOf } from '../bench/words.ts';
import { useCreateJobMutation, useImportJobMutation } from '../state/server-api.ts';
import { useAppSelector } from '../state/store.ts';
import { Button } from '../ui/Button.tsx';
import { Fault } from '../ui/Fault.tsx';
import { lazily } from '../ui/lazily.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { Modal } from '../ui/Modal.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { TextField } from '../ui/TextField.tsx';
import { TypedField } from '../ui/TypedField.tsx';

const OutlineFileDialog = lazily(
  async () => (await import('../bench/site/OutlineFileDialog.tsx')).OutlineFileDialog,
);

type Props = {
  readonly isOpen: boolean;
  readonly onClose: () => void;
  readonly onMade: (id: string) => void;
};

const STARTS_OFFERED = START_KINDS.map((value) => ({ value, label: STARTS[value].name }));

/** A new job: from something like the real thing, its sizes typed and drawn at once, and how hot it gets there. */
export function NewJobDialog({ isOpen, onClose, onMade }: Props) {
  const usualReader = useAppSelector((state) => state.view.reader);
  const [name, setName] = useState('');
  const [meanMaxTempC, setMeanMaxTempC] = useState<number | null>(null);
  const [start, setStart] = useState<StartKind>('wall');
  const [chosenBasis, setChosenBasis] = useState<Plan['codeBasis'] | null>(null);
  const codeBasis = chosenBasis ?? tradeOfReader(usualReader);
  // The job will be read in the units of its trade; its sizes are typed in them too.
  const reader = readerOfTrade(codeBasis);
  const [typed, setTyped] = useState<Readonly<Record<string, number>>>({});
  const sizes = { ...usualSizes(start, codeBasis), ...typed };
  const [fault, setFault] = useState<string | null>(null);
  // The outline of a bare wall as a drawing has it; null where its sizes are typed.
  const [outline, setOutline] = useState<readonly PointMm[] | null>(null);
  const [isPicking, setPicking] = useState(false);
  const [createJob, creating] = useCreateJobMutation();
  const [importJob, importing] = useImportJobMutation();
  const isLoading = creating.isLoading || importing.isLoading;
  const drawn = start === 'wall' ? outline : null;
  const plan = useMemo(
    () =>
      drawn === null
        ? startPlan('Job', codeBasis, 0, start, typed)
        : startFromOutline('Job', codeBasis, 0, drawn),
    [drawn, codeBasis, start, typed],
  );
  const make = async () => {
    if (name.trim() === '') return setFault('Give the job a name.');
    if (meanMaxTempC === null)
      return setFault('Say how hot it gets there in the hottest month: gaps between gear go by it.');
    const parsed = createJobSchema.safeParse({ name, codeBasis, meanMaxTempC, start, sizes: typed });
    if (!parsed.success) return setFault('That cannot be a job: look at its name and its sizes again.');
    const answer =
      drawn === null
        ? await createJob(parsed.data)
        : await importJob(startFromOutline(parsed.data.name, codeBasis, meanMaxTempC, drawn));
    if (answer.data !== undefined) onMade(answer.data.id);
    else setFault('The server cannot be reached just now. Nothing was made; try again shortly.');
  };
  return (
    <Modal
      title="New job"
      isOpen={isOpen}
      onClose={onClose}
      about="From something like the real thing; everything can be changed later."
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <TextField label="Name" value={name} onChange={setName} />
        <TypedField
          label="Mean daily maximum, hottest month"
          shown={meanMaxTempC === null ? '' : formatQuantity({ value: meanMaxTempC, unit: 'degC' }, reader)}
          hint={meanMaxTempC === null ? 'From the nearest weather station' : null}
          parse={(text) => parseTemperature(text, reader)}
          onCommit={(tempC) => {
            setMeanMaxTempC(tempC);
            return null;
          }}
        />
        <Select
          label="Code basis"
          value={codeBasis}
          options={optionsOf(CODE_BASIS_WORDS)}
          onChange={(value) => {
            setChosenBasis(value === 'us' ? 'us' : 'iec');
            setTyped({});
          }}
        />
        <Select
          label="Starts from"
          value={start}
          options={STARTS_OFFERED}
          onChange={(value) => {
            setStart(START_KINDS.find((kind) => kind === value) ?? 'wall');
            setTyped({});
          }}
        />
        {drawn === null && (
          <div className="grid gap-x-6 sm:grid-cols-2">
            {STARTS[start].sizes.map((size) => {
              const value = sizes[size.id] ?? size.usual;
              const take = (next: number) => {
                const wrong = sizeFault(size, next);
                if (wrong === null) setTyped({ ...typed, [size.id]: next });
                return wrong;
              };
              return size.unit === 'mm' ? (
                <LengthField
                  key={size.id}
                  label={size.label}
                  valueMm={value}
                  reader={reader}
                  onCommit={take}
                />
              ) : (
                <NumberField
                  key={size.id}
                  label={size.label}
                  value={value}
                  unit="°"
                  onCommit={(next) => take(next ?? NaN)}
                />
              );
            })}
          </div>
        )}
        {start === 'wall' && (
          <p className="flex flex-wrap items-center gap-3">
            {drawn !== null && (
              <span>
                {drawn.length} corners,{' '}
                <span className="figure">
                  {formatLength(sizeOfBox(boxOfPoints(drawn)).widthMm, reader)} ×{' '}
                  {formatLength(sizeOfBox(boxOfPoints(drawn)).heightMm, reader)}
                </span>
              </span>
            )}
            <Button look="quiet" onClick={() => (drawn === null ? setPicking(true) : setOutline(null))}>
              {drawn === null ? 'Its outline from a file' : 'Type its sizes instead'}
            </Button>
          </p>
        )}
        <StartPicture start={start} plan={plan} />
        <Fault className="mb-2">{fault}</Fault>
        <Button type="submit" look="strong" disabled={isLoading}>
          Make the job
        </Button>
      </form>
      {isPicking && (
        <Suspense fallback={null}>
          <OutlineFileDialog
            isOpen
            reader={reader}
            onClose={() => setPicking(false)}
            onTaken={(pointsMm) => {
              setOutline(pointsMm);
              return null;
            }}
          />
        </Suspense>
      )}
    </Modal>
  );
}

const PICTURE_PX = { width: 400, height: 110, margin: 8 } as const;

/** The faces folded flat, to scale, as the sheet will have them. */
function StartPicture({ start, plan }: { readonly start: StartKind; readonly plan: Plan }) {
  const faces = useMemo(() => {
    const site = buildSite(plan);
    const places = layOutSheet(site, plan.rootFace);
    return [...site.faces.values()].flatMap(({ id, name, outline }) => {
      const place = places.get(id);
      return place === undefined ? [] : [{ id, name, points: outline.map((at) => sheetFromFace(place, at)) }];
    });
  }, [plan]);
  const all = faces.flatMap(({ points }) => points);
  const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(
    (PICTURE_PX.width - 2 * PICTURE_PX.margin) / (maxX - minX),
    (PICTURE_PX.height - 2 * PICTURE_PX.margin) / (maxY - minY),
  );
  const x = (mm: number) => PICTURE_PX.margin + (mm - minX) * scale;
  const y = (mm: number) => PICTURE_PX.margin + (maxY - mm) * scale;
  return (
    <svg
      viewBox={`0 0 ${PICTURE_PX.width} ${PICTURE_PX.height}`}
      className="my-2 w-full border border-faint bg-bench"
      role="img"
      aria-label={`${STARTS[start].name}, folded flat: ${faces.map(({ name }) => name).join(', ')}`}
    >
      {faces.map(({ id, points }) => (
        <polygon
          key={id}
          points={points.map(([px, py]) => `${x(px)},${y(py)}`).join(' ')}
          fill="var(--ground-paper)"
          stroke="var(--ink-pencil)"
        />
      ))}
    </svg>
  );
}
