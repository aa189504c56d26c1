import { useThree, type ThreeEvent } from '@react-three/fiber';
import { memo, useEffect, useMemo, type ReactNode } from 'react';
import {
  Color,
  DoubleSide,
  FrontSide,
  GreaterDepth,
  Matrix4,
  PerspectiveCamera,
  Shape,
  ShapeGeometry,
  Vector3,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { LineSegments2 } from 'three/addons/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/addons/lines/LineSegmentsGeometry.js';
import type { Ref } from '@zarnel/core/checks';
import {
  boundsOfFrames,
  foldUp,
  type Frame,
  type Hung,
  type Leg,
  type Prepared,
  type SiteFace,
} from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { derivedOf, layoutOf } from '../state/derived.ts';
import { useAppSelector } from '../state/store.ts';
import { holesOn, linesOf, modulesIn, solidsOf, type FaceLines } from './face-lines.ts';
import { boxesGeometry, piecesGeometry, quadsGeometry, solidOfTriangle } from './geometries.ts';
import { namePicture } from './name-picture.ts';

/** The scene is in metres. */
const M_PER_MM = 0.001;

const OUTSIDE_OPACITY = 0.35;
const HIDDEN_OPACITY = 0.3;
const BROKEN_MM = 40;
const CABLE_PX = 3;
/** A name keeps this much of a front, and is no higher than a hand would write it. */
const NAME_PART = 0.86;
const MOST_NAME_MM = 220;
const NAME_OUT_MM = 3;
/** Of more gear than this no names are drawn: none could be read. */
const MOST_NAMES = 300;
/** What is selected covers what it is. */
const GROWN_MM = 2;

type Props = {
  readonly plan: Plan;
  readonly sheetRoot: string | null;
  readonly ratio: number;
  /** Cables as they lie beside each other. */
  readonly laid: ReadonlyMap<string, readonly Leg[]>;
  readonly selection: Ref | null;
  readonly onSelect: (ref: Ref, faceId: string) => void;
};

type Inks = {
  readonly pencil: string;
  readonly chalk: string;
  readonly crayon: string;
  readonly paper: string;
  readonly tape: string;
  readonly kraft: string;
  readonly gear: string;
};

/** All faces in their frames, with their gear. Frames come from the core; here they are only drawn. */
export function FoldedSite({ plan, sheetRoot, ratio, laid, selection, onSelect }: Props) {
  const { prepared } = derivedOf(plan);
  const { places } = layoutOf(plan, sheetRoot);
  const { site } = prepared;
  const frames = useMemo(() => foldUp(site, places, ratio), [site, places, ratio]);
  const theme = useAppSelector((state) => state.view.theme);
  const inks = useMemo(() => readInks(theme), [theme]);
  const { invalidate } = useThree();
  const hasNames = plan.placements.length <= MOST_NAMES;
  useEffect(() => invalidate(), [frames, inks, laid, selection, invalidate]);
  useOrbit(plan, sheetRoot);
  return (
    <group scale={M_PER_MM}>
      <ambientLight intensity={2.75} />
      <directionalLight position={[-2000, -6000, 9000]} intensity={0.55} />
      {[...site.faces.values()].map((face) => {
        const frame = frames.get(face.id);
        return frame === undefined ? null : (
          <FaceMesh
            key={face.id}
            face={face}
            frame={frame}
            inks={inks}
            isSelected={selection?.kind === 'face' && selection.id === face.id}
            onSelect={onSelect}
          >
            <OnFace
              prepared={prepared}
              face={face}
              laid={laid}
              inks={inks}
              selected={selection === null ? null : `${selection.kind} ${selection.id}`}
              hasNames={hasNames}
              onSelect={onSelect}
            />
          </FaceMesh>
        );
      })}
    </group>
  );
}

/** Turning, sliding and zooming round the middle of the folded site; the first look is from the front, a little above. */
function useOrbit(plan: Plan, sheetRoot: string | null) {
  const { camera, gl, invalidate } = useThree();
  useEffect(() => {
    if (!(camera instanceof PerspectiveCamera)) return undefined;
    const { site } = derivedOf(plan).prepared;
    const folded = boundsOfFrames(site, foldUp(site, layoutOf(plan, sheetRoot).places, 1));
    const low = new Vector3(...folded.min).multiplyScalar(M_PER_MM);
    const high = new Vector3(...folded.max).multiplyScalar(M_PER_MM);
    const middle = low.clone().add(high).multiplyScalar(0.5);
    const distance = (high.distanceTo(low) / 2 / Math.tan((camera.fov * Math.PI) / 360)) * 0.95;
    camera.up.set(0, 0, 1);
    camera.position.copy(middle).add(new Vector3(0.5, -1, 0.4).normalize().multiplyScalar(distance));
    const controls = new OrbitControls(camera, gl.domElement);
    controls.target.copy(middle);
    controls.addEventListener('change', () => invalidate());
    controls.update();
    return () => controls.dispose();
    // The camera keeps its place while the plan is edited; another root is another look.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [camera, gl, invalidate, sheetRoot]);
}

const FaceMesh = memo(function FaceMesh(props: {
  readonly face: SiteFace;
  readonly frame: Frame;
  readonly inks: Inks;
  readonly isSelected: boolean;
  readonly onSelect: Props['onSelect'];
  readonly children: ReactNode;
}) {
  const { face, frame, inks, isSelected, onSelect, children } = props;
  const geometry = useMemo(() => {
    const shape = new Shape();
    face.outline.forEach(([x, y], index) => (index === 0 ? shape.moveTo(x, y) : shape.lineTo(x, y)));
    shape.closePath();
    return new ShapeGeometry(shape);
  }, [face.outline]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  const matrix = useMemo(() => matrixOf(frame), [frame]);
  return (
    <group matrix={matrix} matrixAutoUpdate={false}>
      <mesh
        geometry={geometry}
        onClick={(event) => {
          event.stopPropagation();
          onSelect({ kind: 'face', id: face.id }, face.id);
        }}
      >
        <meshLambertMaterial
          color={isSelected ? inks.tape : inks.paper}
          // As into a doll's house: a face seen from behind is only its lines, and an outside lets one look in.
          side={FrontSide}
          transparent={face.face.side === 'outside'}
          opacity={face.face.side === 'outside' && !isSelected ? OUTSIDE_OPACITY : 1}
          depthWrite={face.face.side === 'inside' || isSelected}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      {children}
    </group>
  );
});

/** What hangs on a face, goes over it and through it. */
const OnFace = memo(function OnFace(props: {
  readonly prepared: Prepared;
  readonly face: SiteFace;
  readonly laid: ReadonlyMap<string, readonly Leg[]>;
  readonly inks: Inks;
  /** What of it is selected, as `kind id`. */
  readonly selected: string | null;
  readonly hasNames: boolean;
  readonly onSelect: Props['onSelect'];
}) {
  const { prepared, face, laid, inks, selected, hasNames, onSelect } = props;
  const items = useMemo(() => prepared.onFace.get(face.id) ?? [], [prepared, face]);
  const solids = useMemo(() => solidsOf(items), [items]);
  const boxes = useMemo(() => boxesGeometry(solids), [solids]);
  useEffect(() => () => boxes.dispose(), [boxes]);
  const lines = useMemo(() => linesOf(prepared, face, laid), [prepared, face, laid]);
  const holes = useMemo(() => holesOn(prepared, face), [prepared, face]);
  const own = solids.filter(({ id }) => selected === `placement ${id}`);
  return (
    <>
      {solids.length > 0 && (
        <mesh
          geometry={boxes}
          onClick={(event) => {
            event.stopPropagation();
            const solid = solidOfTriangle(solids, event.faceIndex ?? -1);
            if (solid !== undefined) onSelect({ kind: 'placement', id: solid.id }, face.id);
          }}
        >
          <meshLambertMaterial
            color={inks.gear}
            polygonOffset
            polygonOffsetFactor={1}
            polygonOffsetUnits={1}
          />
        </mesh>
      )}
      <Modules prepared={prepared} faceId={face.id} inks={inks} selected={selected} onSelect={onSelect} />
      {own.map(({ id, low, high }) => (
        <mesh key={id} position={[(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2]}>
          <boxGeometry
            args={[high[0] - low[0] + GROWN_MM, high[1] - low[1] + GROWN_MM, high[2] - low[2] + GROWN_MM]}
          />
          <meshLambertMaterial
            color={inks.tape}
            polygonOffset
            polygonOffsetFactor={1}
            polygonOffsetUnits={1}
          />
        </mesh>
      ))}
      {holes.map(({ kind, id, at, radiusMm }) => (
        <mesh
          key={`${kind} ${id}`}
          position={[at[0], at[1], 2]}
          onClick={(event) => {
            event.stopPropagation();
            onSelect({ kind, id }, face.id);
          }}
        >
          <circleGeometry args={[radiusMm, 24]} />
          <meshBasicMaterial color={selected === `${kind} ${id}` ? inks.tape : inks.paper} />
        </mesh>
      ))}
      <Pieces points={lines.pencil} ink={inks.pencil} />
      <Pieces points={lines.chalk} ink={inks.chalk} />
      <Pieces points={lines.crayon} ink={inks.crayon} />
      <Pieces points={lines.hidden} ink={inks.pencil} />
      <Cables lines={lines} inks={inks} selected={selected} faceId={face.id} onSelect={onSelect} />
      {hasNames &&
        items.map((item) => (
          <NameOn key={item.id} name={item.placement.name} ink={inks.pencil} place={frontOf(item)} />
        ))}
    </>
  );
});

/** The fronts of modules, two triangles each; a press takes their field. */
function Modules(props: {
  readonly prepared: Prepared;
  readonly faceId: string;
  readonly inks: Inks;
  readonly selected: string | null;
  readonly onSelect: Props['onSelect'];
}) {
  const { prepared, faceId, inks, selected, onSelect } = props;
  const modules = useMemo(() => modulesIn(prepared, faceId), [prepared, faceId]);
  const fields = useMemo(() => [...new Set(modules.map(({ field }) => field))], [modules]);
  return fields.map((field) => (
    <FieldMesh
      key={field}
      corners={modules.flatMap((each) => (each.field === field ? [each.corners] : []))}
      ink={selected === `field ${field}` ? inks.tape : inks.gear}
      onPress={() => onSelect({ kind: 'field', id: field }, faceId)}
    />
  ));
}

function FieldMesh(props: {
  readonly corners: readonly (readonly (readonly [number, number, number])[])[];
  readonly ink: string;
  readonly onPress: () => void;
}) {
  const { corners, ink, onPress } = props;
  const geometry = useMemo(() => quadsGeometry(corners), [corners]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  return (
    <mesh
      geometry={geometry}
      onClick={(event) => {
        event.stopPropagation();
        onPress();
      }}
    >
      <meshLambertMaterial
        color={ink}
        side={DoubleSide}
        polygonOffset
        polygonOffsetFactor={1}
        polygonOffsetUnits={1}
      />
    </mesh>
  );
}

/** Thin lines; what of them is behind something is broken and pale. */
function Pieces({ points, ink }: { readonly points: readonly number[]; readonly ink: string }) {
  const pieces = useMemo(() => piecesGeometry(points), [points]);
  useEffect(() => () => pieces.dispose(), [pieces]);
  if (points.length === 0) return null;
  return (
    <>
      <lineSegments geometry={pieces}>
        <lineBasicMaterial color={ink} />
      </lineSegments>
      <lineSegments geometry={pieces}>
        <lineDashedMaterial
          color={ink}
          dashSize={BROKEN_MM}
          gapSize={BROKEN_MM}
          transparent
          opacity={HIDDEN_OPACITY}
          depthFunc={GreaterDepth}
          depthWrite={false}
        />
      </lineSegments>
    </>
  );
}

/** Cables in firm pencil over the face they are clipped to. */
function Cables(props: {
  readonly lines: FaceLines;
  readonly inks: Inks;
  readonly selected: string | null;
  readonly faceId: string;
  readonly onSelect: Props['onSelect'];
}) {
  const { lines, inks, selected, faceId, onSelect } = props;
  const { cables, runs } = lines;
  const line = useMemo(() => {
    const geometry = new LineSegmentsGeometry().setPositions([...cables]);
    geometry.setColors(
      runs.flatMap((run) => {
        const { r, g, b } = new Color(selected === `run ${run}` ? inks.kraft : inks.pencil);
        return [r, g, b, r, g, b];
      }),
    );
    return new LineSegments2(geometry, new LineMaterial({ linewidth: CABLE_PX, vertexColors: true }));
  }, [cables, runs, inks, selected]);
  useEffect(() => {
    return () => {
      line.geometry.dispose();
      line.material.dispose();
    };
  }, [line]);
  if (runs.length === 0) return null;
  return (
    <primitive
      object={line}
      onClick={(event: ThreeEvent<MouseEvent>) => {
        event.stopPropagation();
        const run = runs[event.faceIndex ?? -1];
        if (run !== undefined) onSelect({ kind: 'run', id: run }, faceId);
      }}
    />
  );
}

type NamePlace = {
  readonly middle: readonly [number, number, number];
  readonly widthMm: number;
  readonly heightMm: number;
};

function frontOf({ body, type }: Hung): NamePlace {
  return {
    middle: [
      (body.minX + body.maxX) / 2,
      (body.minY + body.maxY) / 2,
      type.standoffMm + type.depthMm + NAME_OUT_MM,
    ],
    widthMm: type.widthMm * NAME_PART,
    heightMm: type.heightMm * NAME_PART,
  };
}

/** A name on the front of what it names, as large as fits, and no larger than a hand would write it. */
function NameOn({
  name,
  ink,
  place,
}: {
  readonly name: string;
  readonly ink: string;
  readonly place: NamePlace;
}) {
  const { middle, widthMm, heightMm } = place;
  const picture = useMemo(() => namePicture(name, ink, widthMm / heightMm), [name, ink, widthMm, heightMm]);
  useEffect(() => () => picture?.texture.dispose(), [picture]);
  if (picture === null) return null;
  const high = Math.min(heightMm, widthMm / picture.aspect, MOST_NAME_MM);
  return (
    <mesh position={[...middle]}>
      <planeGeometry args={[high * picture.aspect, high]} />
      <meshBasicMaterial map={picture.texture} transparent depthWrite={false} />
    </mesh>
  );
}

function matrixOf({ origin, right, up, toViewer }: Frame): Matrix4 {
  return new Matrix4()
    .makeBasis(new Vector3(...right), new Vector3(...up), new Vector3(...toViewer))
    .setPosition(...origin);
}

/** The inks of the page, for a canvas that knows no style sheet. Read anew when the theme changes. */
function readInks(theme: 'day' | 'night'): Inks {
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(name).trim();
  return {
    pencil: ink('--ink-pencil'),
    chalk: ink('--ink-chalk'),
    crayon: ink('--ink-crayon'),
    paper: ink('--ground-paper'),
    tape: ink('--ground-kraft'),
    kraft: ink('--ink-kraft'),
    gear: theme === 'night' ? ink('--line-faint') : '#b9b4aa',
  };
}
