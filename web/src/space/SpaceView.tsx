import { Canvas, type RootState } from '@react-three/fiber';
import { useCallback, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Ref } from '@zarnel/core/checks';
import type { Evaluation, Leg } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { ADVICE, fileStem } from '@zarnel/core/words';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';
import { FoldedSite } from './FoldedSite.tsx';
import { useFolding } from './use-folding.ts';

const { actions } = viewSlice;
const NOTHING_LAID: ReadonlyMap<string, readonly Leg[]> = new Map<string, readonly Leg[]>();

/** The sheet folded up into the site: turn it, press things, fold it flat again. What is seen here also prints. */
export function SpaceView({
  plan,
  evaluation,
}: {
  readonly plan: Plan;
  readonly evaluation: Evaluation | null;
}) {
  const dispatch = useAppDispatch();
  const { selection, sheetRoot } = useAppSelector((state) => state.view);
  const { ratio, isMoving, foldTo, setRatio } = useFolding();
  const root = useRef<RootState | null>(null);
  const [picture, setPicture] = useState<string | null>(null);
  const [lacksGl, setLacksGl] = useState(false);

  /** Drawn anew for the picture, so that it is never one frame late. */
  const takePicture = useCallback(() => {
    if (root.current === null) return null;
    const { gl, scene, camera } = root.current;
    gl.render(scene, camera);
    return gl.domElement.toDataURL('image/png');
  }, []);
  useEffect(() => {
    // Paper gets the picture as it stands when printing begins.
    const onPrint = () => flushSync(() => setPicture(takePicture()));
    window.addEventListener('beforeprint', onPrint);
    return () => window.removeEventListener('beforeprint', onPrint);
  }, [takePicture]);

  const onSelect = useCallback(
    (ref: Ref, faceId: string) => {
      dispatch(actions.selected(ref));
      dispatch(actions.faceTaken(faceId));
    },
    [dispatch],
  );

  return (
    <div className="relative h-full w-full bg-bench print:bg-white" data-testid="space">
      {lacksGl ? (
        <p className="p-6">
          This browser cannot draw in three dimensions. The sheet shows the same faces laid flat, with their
          true lengths.
        </p>
      ) : (
        <div className="no-print h-full w-full">
          <Canvas
            frameloop="demand"
            // The inks as they are on the page.
            flat
            gl={{ preserveDrawingBuffer: true, antialias: true }}
            camera={{ fov: 35, near: 0.01, far: 2000 }}
            fallback={<p>This browser cannot draw in three dimensions.</p>}
            onCreated={(state) => {
              root.current = state;
              state.gl.domElement.addEventListener('webglcontextlost', () => setLacksGl(true));
            }}
            onPointerMissed={() => dispatch(actions.selected(null))}
          >
            <FoldedSite
              plan={plan}
              sheetRoot={sheetRoot}
              ratio={ratio}
              laid={evaluation?.laid ?? NOTHING_LAID}
              selection={selection}
              onSelect={onSelect}
            />
          </Canvas>
        </div>
      )}
      {picture !== null && (
        <figure className="hidden print:block">
          <img src={picture} alt={`${plan.name}, folded up`} className="max-h-[82vh] w-full object-contain" />
          <figcaption>
            {plan.name}, folded up. {ADVICE}
          </figcaption>
        </figure>
      )}
      <div className="no-print absolute top-2 right-2 flex gap-1">
        <Button onClick={() => dispatch(actions.foldedUp(false))}>Back to the sheet</Button>
      </div>
      <div className="no-print absolute bottom-2 left-2 flex flex-wrap items-center gap-2 border border-faint bg-paper px-3 py-1">
        <label className="flex items-center gap-2">
          Folded
          <input
            type="range"
            min={0}
            max={100}
            value={Math.round(ratio * 100)}
            onChange={(event) => setRatio(Number(event.target.value) / 100)}
            className="min-h-9 w-40"
            aria-label="How far it is folded, in percent"
          />
        </label>
        <Button onClick={() => foldTo(ratio < 0.5 ? 1 : 0)} disabled={isMoving}>
          {ratio < 0.5 ? 'Fold it up' : 'Lay it flat'}
        </Button>
        <Button
          look="quiet"
          onClick={() => {
            const url = takePicture();
            if (url === null) return;
            const link = document.createElement('a');
            link.href = url;
            link.download = `${fileStem(plan.name)}-folded-up.png`;
            link.click();
          }}
        >
          Save the picture
        </Button>
      </div>
    </div>
  );
}
