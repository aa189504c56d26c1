import { useState } from 'react';
import { reachFromFaceMm, type SiteFace } from '@zarnel/core/figures';
import { freshIdIn, newObstacle, type Obstacle } from '@zarnel/core/plan';
import { formatLength, type Reader, roundFor, tradeOfReader } from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { OBSTACLE_WORDS, optionsOf } from '../words.ts';

type Props = { readonly face: SiteFace; readonly reader: Reader };

/** What is on, in or behind the face: openings, vents, pipes, cables, and how far each keeps others away. */
export function ObstacleSection({ face, reader }: Props) {
  const [kind, setKind] = useState<Obstacle['kind']>('window');
  return (
    <>
      {face.obstacles.map((obstacle) => (
        <details key={obstacle.id} className="mb-2 border border-faint p-2">
          <summary className="cursor-pointer">
            {obstacle.name}
            {obstacle.isHidden && <span className="text-kraft">, hidden</span>}
          </summary>
          <ObstacleFields face={face.id} obstacle={obstacle} reader={reader} />
        </details>
      ))}
      <Select
        label="Add"
        value={kind}
        options={optionsOf(OBSTACLE_WORDS)}
        onChange={(value) => setKind(value as Obstacle['kind'])}
      />
      <Button
        onClick={() =>
          makeEdits([
            {
              kind: 'set-obstacle',
              face: face.id,
              obstacle: newObstacle(
                tradeOfReader(reader),
                freshIdIn(face.obstacles, kind),
                OBSTACLE_WORDS[kind],
                kind,
              ),
            },
          ])
        }
      >
        Put it on {face.name}
      </Button>
    </>
  );
}

function ObstacleFields({
  face,
  obstacle,
  reader,
}: {
  readonly face: string;
  readonly obstacle: Obstacle;
  readonly reader: Reader;
}) {
  const set = (changed: Partial<Obstacle>) =>
    tryEdits([{ kind: 'set-obstacle', face, obstacle: { ...obstacle, ...changed } }]);
  const { opens } = obstacle;
  return (
    <div className="mt-2">
      <NameField label="Called" value={obstacle.name} onCommit={(name) => set({ name })} />
      <Select
        label="It is"
        value={obstacle.kind}
        options={optionsOf(OBSTACLE_WORDS)}
        onChange={(kind) => set({ kind: kind as Obstacle['kind'] })}
      />
      <ShapeFields obstacle={obstacle} reader={reader} set={set} />
      <LengthField
        label="Stands out, shut"
        valueMm={obstacle.standsOutMm}
        reader={reader}
        onCommit={(standsOutMm) => set({ standsOutMm })}
      />
      <Select
        label="Opens"
        value={opens?.kind ?? 'not'}
        options={[
          { value: 'not', label: 'Does not open' },
          { value: 'swing', label: 'By a swing' },
          { value: 'rise', label: 'By its lid rising' },
        ]}
        onChange={(kind) =>
          set({ opens: kind === 'swing' ? FIRST_SWING : kind === 'rise' ? firstRise(reader) : null })
        }
      />
      {opens?.kind === 'swing' && (
        <>
          <Select
            label="Hinged"
            value={opens.hinge}
            options={HINGES}
            onChange={(hinge) => set({ opens: { ...opens, hinge: hinge as typeof opens.hinge } })}
          />
          <NumberField
            label="Through"
            value={opens.throughDeg}
            unit="°"
            onCommit={(value) => set({ opens: { ...opens, throughDeg: value ?? 90 } })}
          />
        </>
      )}
      {opens?.kind === 'rise' && (
        <LengthField
          label="Rises by"
          valueMm={opens.riseMm}
          reader={reader}
          onCommit={(riseMm) => set({ opens: { ...opens, riseMm } })}
        />
      )}
      {(obstacle.standsOutMm > 0 || opens !== null) && (
        <p className="mb-2 text-right text-sm text-kraft">
          reaches out <span className="figure">{formatLength(reachFromFaceMm(obstacle), reader)}</span> at
          most
        </p>
      )}
      <Toggle
        label="Hidden behind the face"
        isOn={obstacle.isHidden}
        onChange={(isHidden) => set({ isHidden })}
      />
      <LengthField
        label="Cables keep away"
        valueMm={obstacle.clearMm}
        reader={reader}
        onCommit={(clearMm) => set({ clearMm })}
      />
      <LengthField
        label="No drill within"
        valueMm={obstacle.noDrillMm}
        reader={reader}
        onCommit={(noDrillMm) => set({ noDrillMm })}
      />
      <Button
        look="quiet"
        onClick={() => makeEdits([{ kind: 'remove-obstacle', face, obstacle: obstacle.id }])}
      >
        Take it out
      </Button>
    </div>
  );
}

const FIRST_SWING = { kind: 'swing', hinge: 'left', throughDeg: 90 } as const;
const firstRise = (reader: Reader) => ({ kind: 'rise', riseMm: roundFor(reader, 150) }) as const;
const HINGES = [
  { value: 'left', label: 'At its left' },
  { value: 'right', label: 'At its right' },
  { value: 'top', label: 'At its top' },
  { value: 'bottom', label: 'At its bottom' },
] as const;

function ShapeFields(props: {
  readonly obstacle: Obstacle;
  readonly reader: Reader;
  readonly set: (changed: Partial<Obstacle>) => string | null;
}) {
  const { obstacle, reader, set } = props;
  const { shape } = obstacle;
  if (shape.kind === 'box') {
    const put = (changed: Partial<typeof shape>) => set({ shape: { ...shape, ...changed } });
    return (
      <>
        <LengthField label="Left edge" valueMm={shape.xMm} reader={reader} onCommit={(xMm) => put({ xMm })} />
        <LengthField
          label="Lower edge"
          valueMm={shape.yMm}
          reader={reader}
          onCommit={(yMm) => put({ yMm })}
        />
        <LengthField
          label="Width"
          valueMm={shape.widthMm}
          reader={reader}
          onCommit={(widthMm) => put({ widthMm })}
        />
        <LengthField
          label="Height"
          valueMm={shape.heightMm}
          reader={reader}
          onCommit={(heightMm) => put({ heightMm })}
        />
      </>
    );
  }
  const put = (index: number, axis: 0 | 1, mm: number) =>
    set({
      shape: {
        ...shape,
        pointsMm: shape.pointsMm.map(([x, y], at): [number, number] =>
          at !== index ? [x, y] : axis === 0 ? [mm, y] : [x, mm],
        ),
      },
    });
  const [lastX, lastY] = shape.pointsMm.at(-1) ?? [0, 0];
  return (
    <>
      <LengthField
        label="Thick"
        valueMm={shape.widthMm}
        reader={reader}
        onCommit={(widthMm) => set({ shape: { ...shape, widthMm } })}
      />
      {shape.pointsMm.map(([x, y], index) => (
        <fieldset key={index} className="border-b border-faint">
          <legend className="text-sm text-kraft">Point {index + 1}</legend>
          <LengthField
            label={`Right of datum, ${index + 1}`}
            valueMm={x}
            reader={reader}
            onCommit={(mm) => put(index, 0, mm)}
          />
          <LengthField
            label={`Up from datum, ${index + 1}`}
            valueMm={y}
            reader={reader}
            onCommit={(mm) => put(index, 1, mm)}
          />
        </fieldset>
      ))}
      <Button
        look="quiet"
        onClick={() =>
          set({
            shape: { ...shape, pointsMm: [...shape.pointsMm, [lastX + roundFor(reader, STEP_MM), lastY]] },
          })
        }
      >
        One more point
      </Button>
      {shape.pointsMm.length > 2 && (
        <Button
          look="quiet"
          onClick={() => set({ shape: { ...shape, pointsMm: shape.pointsMm.slice(0, -1) } })}
        >
          One less
        </Button>
      )}
    </>
  );
}

/** How far on a new point of a line is put. */
const STEP_MM = 300;
