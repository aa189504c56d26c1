import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import {
  BufferGeometry,
  FrontSide,
  Float32BufferAttribute,
  Matrix4,
  PerspectiveCamera,
  Shape,
  ShapeGeometry,
  Vector3,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import type { Ref } from '@zarnel/core/checks';
import {
  boundsOfFrames,
  cornersOfPart,
  foldUp,
  type Frame,
  type Hung,
  type SiteFace,
} from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { derivedOf, layoutOf } from '../state/derived.ts';
import { useAppSelector } from '../state/store.ts';

/** The scene is in metres. */
const M_PER_MM = 0.001;

const OUTSIDE_OPACITY = 0.35;

type Props = {
  readonly plan: Plan;
  readonly sheetRoot: string | null;
  readonly ratio: number;
  readonly selection: Ref | null;
  readonly onSelect: (ref: Ref, faceId: string) => void;
};

type Inks = {
  readonly pencil: string;
  readonly paper: string;
  readonly tape: string;
  readonly kraft: string;
  readonly gear: string;
};

/** All faces in their frames, with their gear. Frames come from the core; here they are only drawn. */
export function FoldedSite({ plan, sheetRoot, ratio, selection, onSelect }: Props) {
  const { prepared } = derivedOf(plan);
  const { places } = layoutOf(plan, sheetRoot);
  const { site } = prepared;
  const frames = useMemo(() => foldUp(site, places, ratio), [site, places, ratio]);
  const theme = useAppSelector((state) => state.view.theme);
  const inks = useMemo(() => readInks(theme), [theme]);
  const { invalidate } = useThree();
  useEffect(() => invalidate(), [frames, inks, selection, invalidate]);
  useOrbit(plan, sheetRoot);
  return (
    <group scale={M_PER_MM}>
      <ambientLight intensity={3} />
      <directionalLight position={[-2000, -6000, 9000]} intensity={0.8} />
      {[...site.faces.values()].map((face) => {
        const frame = frames.get(face.id);
        return frame === undefined ? null : (
          <FaceMesh
            key={face.id}
            face={face}
            frame={frame}
            inks={inks}
            isSelected={selection?.kind === 'face' && selection.id === face.id}
            onPress={() => onSelect({ kind: 'face', id: face.id }, face.id)}
          >
            {(prepared.onFace.get(face.id) ?? []).map((item) => (
              <GearMesh
                key={item.id}
                item={item}
                inks={inks}
                isSelected={selection?.kind === 'placement' && selection.id === item.id}
                onPress={() => onSelect({ kind: 'placement', id: item.id }, face.id)}
              />
            ))}
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
    const distance = (high.distanceTo(low) / 2 / Math.tan((camera.fov * Math.PI) / 360)) * 1.15;
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

function FaceMesh(props: {
  readonly face: SiteFace;
  readonly frame: Frame;
  readonly inks: Inks;
  readonly isSelected: boolean;
  readonly onPress: () => void;
  readonly children: React.ReactNode;
}) {
  const { face, frame, inks, isSelected, onPress, children } = props;
  const geometry = useMemo(() => {
    const shape = new Shape();
    face.outline.forEach(([x, y], index) => (index === 0 ? shape.moveTo(x, y) : shape.lineTo(x, y)));
    shape.closePath();
    return new ShapeGeometry(shape);
  }, [face.outline]);
  const lines = useMemo(() => edgesGeometry(face), [face]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  useEffect(() => () => lines.dispose(), [lines]);
  const matrix = useMemo(() => matrixOf(frame), [frame]);
  return (
    <group matrix={matrix} matrixAutoUpdate={false}>
      <mesh
        geometry={geometry}
        onClick={(event) => {
          event.stopPropagation();
          onPress();
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
      <lineSegments geometry={lines}>
        <lineBasicMaterial color={isSelected ? inks.kraft : inks.pencil} />
      </lineSegments>
      {children}
    </group>
  );
}

function GearMesh(props: {
  readonly item: Hung;
  readonly inks: Inks;
  readonly isSelected: boolean;
  readonly onPress: () => void;
}) {
  const { item, inks, isSelected, onPress } = props;
  const { body, type } = item;
  return (
    <mesh
      position={[
        (body.minX + body.maxX) / 2,
        (body.minY + body.maxY) / 2,
        type.standoffMm + type.depthMm / 2,
      ]}
      onClick={(event) => {
        event.stopPropagation();
        onPress();
      }}
    >
      <boxGeometry args={[type.widthMm, type.heightMm, type.depthMm]} />
      <meshLambertMaterial color={isSelected ? inks.tape : inks.gear} />
    </mesh>
  );
}

/** The outline and what is in the way on the face, as pencil lines. */
function edgesGeometry(face: SiteFace): BufferGeometry {
  const points: number[] = [];
  const ring = (corners: readonly (readonly [number, number])[]) => {
    corners.forEach(([x, y], index) => {
      const [nextX, nextY] = corners[(index + 1) % corners.length] ?? [x, y];
      points.push(x, y, 0, nextX, nextY, 0);
    });
  };
  ring(face.outline);
  for (const part of face.inTheWay.flatMap(({ parts }) => parts)) ring(cornersOfPart(part));
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(points, 3));
  return geometry;
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
    paper: ink('--ground-paper'),
    tape: ink('--ground-kraft'),
    kraft: ink('--ink-kraft'),
    gear: theme === 'night' ? ink('--line-faint') : '#b9b4aa',
  };
}
