import {
  memo,
  useCallback,
  useEffect,
  useMemo,
  useReducer,
  useRef,
  useState,
  type PointerEvent,
} from 'react';
import type { Ref } from '@zarnel/core/checks';
import {
  cornerSnaps,
  faceFromSheet,
  holdOfLeg,
  platePlaces,
  liveGapsBeside,
  moduleSnaps,
  modulesOfField,
  snapsFor,
  applyLanding,
  type Evaluation,
  type Hung,
  type LegHold,
} from '@zarnel/core/figures';
import { type Penetration, type Plan, type PointMm } from '@zarnel/core/plan';
import { largeStepMm, stepMm } from '@zarnel/core/words';
import { derivedOf, layoutOf, preparedOf } from '../state/derived.ts';
import { makeEdits, tryOut } from '../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { useKeys } from '../ui/use-keys.ts';
import { CornersView } from './CornersView.tsx';
import { gapBoxes, gapTexts, GapsView } from './GapsView.tsx';
import { GhostsView } from './GhostsView.tsx';
import { projector } from './project.ts';
import { FingerList } from './FingerList.tsx';
import { pressables, unsureUnder, type Pressable } from './near-finger.ts';
import { SheetFrame } from './SheetFrame.tsx';
import {
  FacesLayer,
  GearLayer,
  NipplesLayer,
  PenetrationsLayer,
  PlateHolesLayer,
  RunsLayer,
} from './SheetLayers.tsx';
import { ModulesLayer, withModule } from './ModulesLayer.tsx';
import { LabelsLayer } from './labels/LabelsLayer.tsx';
import { SnapsView } from './SnapsView.tsx';
import { STRIP_PX } from './PlanStripView.tsx';
import { POLE_PX, type Pointed } from './StoryPole.tsx';
import type { DragStart } from './tools/drag-tool.ts';
import {
  AT_REST,
  editsOfDrag,
  gesturesReducer,
  groupWithout,
  moveEdit,
  movePlateHole,
  moveModules,
} from './tools/gestures.ts';
import { SheetBar } from './SheetBar.tsx';
import { useInSight } from './use-in-sight.ts';
import { useSize } from './use-size.ts';
import { fitted, sheetFromScreen, type PointPx, type Viewport } from './viewport.ts';
import { visibleFaces } from './visible-faces.ts';

const MARGIN_PX = 24;
/** A face that fills the sheet leaves its neighbours in sight. */
const FACE_MARGIN_PX = 36;
const NO_SNAPS = { across: [], up: [] };
/** So near to a lock of a run the lock itself is taken hold of. */
const HOLD_PX = 16;
const LEAST_FOR_STRIP_PX = 600;
/** A finger that moved less than this stood still. */
const STILL_PX = 10;
/** How much of a turn of the wheel is how much of a zoom. */
const WHEEL_RATIO = 0.0015;
const NOTHING: readonly never[] = [];
const NOTHING_LAID: ReadonlyMap<string, never> = new Map<string, never>();
const { actions } = viewSlice;

type Unsure = { readonly at: PointPx; readonly things: readonly Pressable[] };

type Props = {
  readonly plan: Plan;
  readonly evaluation: Evaluation | null;
  /** Whether the face in hand is shown from above, too. */
  readonly hasPlanStrip: boolean;
  /** At the site step faces are selected, and their corners can be dragged. */
  readonly isSite: boolean;
};

/** The faces folded flat, with all that is on them. Things are dragged here; figures come from the core. */
export const Sheet = memo(function Sheet({ plan, evaluation, isSite, hasPlanStrip }: Props) {
  const dispatch = useAppDispatch();
  const { selection, also, faceInHand, reader, sheetRoot, look, showsFraming, moduleInHand, isStringing } =
    useAppSelector((state) => state.view);
  const { prepared } = derivedOf(plan);
  const { places, bounds } = layoutOf(plan, sheetRoot);
  const face = prepared.site.faces.get(faceInHand ?? '') ?? prepared.site.faces.get(plan.rootFace);
  const [boxRef, size] = useSize<HTMLDivElement>();
  const [{ moved, drag }, gesture] = useReducer(gesturesReducer, AT_REST);
  const [pointed, setPointed] = useState<Pointed>(null);
  // The face that fills the sheet; null shows the whole of it. The site is looked at whole, a wall is worked at.
  const [filling, setFilling] = useState<string | null>(isSite ? null : (face?.id ?? null));
  const svgRef = useRef<SVGSVGElement>(null);
  // Where a finger went down on things it cannot tell apart; then the list of them beside it.
  const unsure = useRef<Unsure | null>(null);
  const [asked, setAsked] = useState<Unsure | null>(null);

  const width = Math.max(1, (size?.width ?? 1) - POLE_PX.up);
  // Seen from above as well while gear is hung; on a low screen the wall needs the room itself.
  const hasStrip = hasPlanStrip && (size?.height ?? 0) > LEAST_FOR_STRIP_PX;
  const height = Math.max(1, (size?.height ?? 1) - POLE_PX.across - (hasStrip ? STRIP_PX : 0));
  const filled = places.get(filling ?? '')?.bounds;
  const viewport = useMemo(
    () =>
      moved ??
      (filled === undefined
        ? fitted(bounds, width, height, MARGIN_PX)
        : fitted(filled, width, height, FACE_MARGIN_PX)),
    [moved, filled, bounds, width, height],
  );

  // The plan as it would be if the drag ended now; null while nothing is being moved.
  const trial = useMemo(() => {
    if (drag?.kind !== 'move' || drag.now === null) return null;
    const applied = applyLanding(plan, editsOfDrag(drag, drag.now.atMm, prepared), preparedOf);
    return applied.ok ? applied.value.plan : null;
  }, [drag, plan, prepared]);
  const isTrying = trial !== null;
  useEffect(() => {
    if (trial !== null) tryOut(trial);
  }, [trial]);
  // Where nothing came of it, the checks are of the plan as it is again.
  useEffect(() => (isTrying ? () => tryOut(null) : undefined), [isTrying]);

  const shown = trial ?? plan;
  const shownPrepared = derivedOf(shown).prepared;
  const shownPlaces = layoutOf(shown, sheetRoot).places;
  const project = useMemo(() => projector(shownPlaces, viewport), [shownPlaces, viewport]);
  const seen = useMemo(
    () => visibleFaces(shownPlaces, viewport, width, height),
    [shownPlaces, viewport, width, height],
  );
  const lookThere = useCallback((next: Viewport) => gesture({ kind: 'looked', viewport: next }), []);
  const lookAt = useCallback((faceId: string | null) => {
    setFilling(faceId);
    gesture({ kind: 'looked', viewport: null });
  }, []);
  const fit = useCallback(() => lookAt(null), [lookAt]);
  const inHandId = face?.id ?? null;
  const fitFace = useCallback(() => lookAt(inHandId), [lookAt, inHandId]);
  useKeys({ '0': fit, f: fitFace, F: fitFace });

  // React listens to wheels passively, which forbids keeping the page still.
  useEffect(() => {
    const svg = svgRef.current;
    if (svg === null) return undefined;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const factor = Math.exp(-event.deltaY * WHEEL_RATIO);
      gesture({ kind: 'zoomed', at: pointIn(svg, event), factor, viewport });
    };
    svg.addEventListener('wheel', onWheel, { passive: false });
    return () => svg.removeEventListener('wheel', onWheel);
  }, [viewport]);

  // A face set upright in the middle is looked at from the start again.
  useEffect(() => gesture({ kind: 'looked', viewport: null }), [sheetRoot]);

  // Only what is asked for from now on: a sheet that opens shows its face.
  const seenTurn = useRef(look.turn);
  useEffect(() => {
    if (look.turn !== seenTurn.current) lookAt(look.face);
    seenTurn.current = look.turn;
  }, [look, lookAt]);

  const byHand = useInSight(
    selection,
    faceInHand,
    { prepared, places, project, seen, width, height },
    lookAt,
  );
  const takeFace = useCallback(
    (id: string) => {
      byHand();
      dispatch(actions.faceTaken(id));
      if (isSite) dispatch(actions.selected({ kind: 'face', id }));
    },
    [byHand, dispatch, isSite],
  );

  const pressThing = (
    event: PointerEvent<SVGGElement>,
    ref: Ref,
    faceId: string,
    atMm: PointMm,
    {
      corner = null,
      hold = null,
      modules = null,
    }: {
      readonly corner?: number | null;
      readonly hold?: LegHold | null;
      readonly modules?: readonly string[] | null;
    } = {},
  ) => {
    const svg = svgRef.current;
    const place = places.get(faceId);
    if (event.button !== 0 || svg === null || place === undefined) return;
    event.stopPropagation();
    svg.setPointerCapture(event.pointerId);
    byHand();
    // Pressed within a group, the group stays and moves as one.
    const isOfGroup =
      ref.kind === 'placement' && (also.includes(ref.id) || (also.length > 0 && selection?.id === ref.id));
    if (!isOfGroup) dispatch(actions.selected(ref));
    dispatch(actions.faceTaken(faceId));
    const group = isOfGroup && selection !== null ? groupWithout(plan, [selection.id, ...also], ref.id) : [];
    const pointerPx = pointIn(svg, event);
    const item = ref.kind === 'placement' ? prepared.hung.get(ref.id) : undefined;
    const start: DragStart = {
      atMm,
      pointerMm: faceFromSheet(place, sheetFromScreen(viewport, pointerPx)),
      pointerPx,
      snaps:
        corner !== null
          ? cornerSnaps(prepared.site.faces.get(faceId)?.outline ?? [], corner)
          : ref.kind === 'field'
            ? moduleSnaps(prepared, ref.id, modules === null ? null : new Set(modules))
            : item === undefined
              ? NO_SNAPS
              : snapsFor(prepared, item, new Set(group.map(({ id }) => id))),
      stepMm: stepMm(reader),
    };
    gesture({ kind: 'touched', pointer: event.pointerId, at: pointerPx });
    gesture({
      kind: 'thing-pressed',
      drag: { kind: 'move', ref, faceId, corner, hold, modules, group, start, now: null },
    });
  };

  // The same functions at every drawing, so that what did not change is not drawn again.
  const pressLatest = useRef(pressThing);
  useEffect(() => {
    pressLatest.current = pressThing;
  });
  const pressGear = useCallback(
    (event: PointerEvent<SVGGElement>, { id, face: on, placement }: Hung) => {
      if (event.shiftKey) {
        event.stopPropagation();
        dispatch(actions.alsoSelected(id));
      } else pressLatest.current(event, { kind: 'placement', id }, on.id, [placement.xMm, placement.yMm]);
    },
    [dispatch],
  );
  const pressLeg = (event: PointerEvent<SVGGElement>, id: string, faceId: string) => {
    const svg = svgRef.current;
    const place = places.get(faceId);
    const routed = evaluation?.routes.routed.find(({ run }) => run.id === id);
    const run = prepared.runs.get(id);
    const hold =
      svg === null || place === undefined || routed === undefined || run === undefined
        ? null
        : holdOfLeg(
            { ...routed, run },
            faceId,
            faceFromSheet(place, sheetFromScreen(viewport, pointIn(svg, event))),
            HOLD_PX / viewport.scale,
          );
    if (hold !== null) pressThing(event, { kind: 'run', id }, faceId, hold.atMm, { hold });
    else {
      event.stopPropagation();
      dispatch(actions.selected({ kind: 'run', id }));
    }
  };
  const pressLegLatest = useRef(pressLeg);
  useEffect(() => {
    pressLegLatest.current = pressLeg;
  });
  const pressRun = useCallback(
    (event: PointerEvent<SVGGElement>, id: string, faceId: string) =>
      pressLegLatest.current(event, id, faceId),
    [],
  );
  const pressPenetration = useCallback(
    (event: PointerEvent<SVGGElement>, { id, face: on, xMm, yMm }: Penetration, faceId: string) => {
      // A hole is dragged on the side it was measured on; on the other side it is only selected.
      if (faceId === on) pressLatest.current(event, { kind: 'penetration', id }, faceId, [xMm, yMm]);
      else {
        event.stopPropagation();
        dispatch(actions.selected({ kind: 'penetration', id }));
      }
    },
    [dispatch],
  );

  const pressPlateHole = useCallback(
    (event: PointerEvent<SVGGElement>, id: string, faceId: string, at: PointMm) =>
      pressLatest.current(event, { kind: 'plate-hole', id }, faceId, at),
    [],
  );

  /** A module takes its field; pressed again in it, itself. While a string is being made it joins that. */
  const pressModule = (event: PointerEvent<SVGGElement>, fieldId: string) => {
    const svg = svgRef.current;
    const field = prepared.moduleFields.get(fieldId);
    const place = field === undefined ? undefined : places.get(field.face);
    if (svg === null || field === undefined || place === undefined) return;
    const [x, y] = faceFromSheet(place, sheetFromScreen(viewport, pointIn(svg, event)));
    const module = modulesOfField(prepared, fieldId).find(
      ({ box }) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY,
    );
    if (module === undefined) return;
    const string =
      isStringing && selection?.kind === 'string' ? prepared.moduleStrings.get(selection.id) : undefined;
    if (string !== undefined) {
      event.stopPropagation();
      makeEdits([{ kind: 'set-string', string: withModule(string, { field: fieldId, module: module.id }) }]);
      return;
    }
    const isHeld = selection?.kind === 'field' && selection.id === fieldId;
    const taken = isHeld ? [module.id] : null;
    const [first] = taken === null ? field.modules : [module.laid];
    if (first === undefined) return;
    pressThing(event, { kind: 'field', id: fieldId }, field.face, [first.xMm, first.yMm], { modules: taken });
    if (isHeld) dispatch(actions.moduleTaken(module.id));
  };
  const pressModuleLatest = useRef(pressModule);
  useEffect(() => {
    pressModuleLatest.current = pressModule;
  });
  const pressField = useCallback(
    (event: PointerEvent<SVGGElement>, id: string) => pressModuleLatest.current(event, id),
    [],
  );

  /** A finger on several things, some of them small: it slides the sheet, or is asked what it means. */
  const onPointerDownCapture = (event: PointerEvent<SVGSVGElement>) => {
    setAsked(null);
    unsure.current = null;
    if (event.pointerType !== 'touch' || !event.isPrimary) return;
    const at = pointIn(event.currentTarget, event);
    const things = unsureUnder(at, pressables(shownPrepared, seen, project), selection);
    if (things.length === 0) return;
    unsure.current = { at, things };
    event.stopPropagation();
    onPointerDown(event);
  };
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    const at = pointIn(event.currentTarget, event);
    gesture({ kind: 'touched', pointer: event.pointerId, at });
    if (event.button !== 0 || drag?.kind === 'move') return;
    event.currentTarget.setPointerCapture(event.pointerId);
    gesture({ kind: 'paper-pressed', at });
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const at = pointIn(event.currentTarget, event);
    const isFree = event.altKey;
    gesture({ kind: 'pointer-moved', pointer: event.pointerId, at, isFree, viewport, places });
  };
  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    if (drag?.kind === 'move' && drag.now !== null) makeEdits(editsOfDrag(drag, drag.now.atMm, prepared));
    gesture({ kind: 'lifted', pointer: event.pointerId });
    const asking = unsure.current;
    unsure.current = null;
    if (asking === null) return;
    const [x, y] = pointIn(event.currentTarget, event);
    if (Math.hypot(x - asking.at[0], y - asking.at[1]) < STILL_PX) setAsked(asking);
  };

  useKeys({
    Escape: () => (drag === null ? dispatch(actions.selected(null)) : gesture({ kind: 'let-go' })),
    ArrowLeft: (event) => nudge(event, -1, 0),
    ArrowRight: (event) => nudge(event, 1, 0),
    ArrowUp: (event) => nudge(event, 0, 1),
    ArrowDown: (event) => nudge(event, 0, -1),
  });

  /** By the rounding step; with Shift by an inch or 10 mm. */
  function nudge(event: KeyboardEvent, dx: number, dy: number) {
    const by = event.shiftKey ? largeStepMm(reader) : stepMm(reader);
    if (selection?.kind === 'field') {
      event.preventDefault();
      const modules = moduleInHand === null ? null : [moduleInHand];
      makeEdits([moveModules(selection.id, modules, dx * by, dy * by)]);
      return;
    }
    if (selection?.kind === 'plate-hole') {
      const hole = prepared.plateHoles.get(selection.id);
      const met = hole === undefined ? null : platePlaces(prepared.site, hole);
      if (met === null || !met.ok) return;
      event.preventDefault();
      const { here, there } = met.places;
      const on = here.face.id === faceInHand ? here : there;
      makeEdits(movePlateHole(prepared, selection.id, on.face.id, [on.at[0] + dx * by, on.at[1] + dy * by]));
      return;
    }
    const thing =
      selection?.kind === 'placement'
        ? prepared.placements.get(selection.id)
        : selection?.kind === 'penetration'
          ? prepared.penetrations.get(selection.id)
          : undefined;
    if (thing === undefined || selection === null) return;
    event.preventDefault();
    makeEdits([
      moveEdit(selection, [thing.xMm + dx * by, thing.yMm + dy * by]),
      ...groupWithout(plan, also, selection.id).map(({ id, atMm }) =>
        moveEdit({ kind: 'placement', id }, [atMm[0] + dx * by, atMm[1] + dy * by]),
      ),
    ]);
  }

  const liveItem = selection?.kind === 'placement' ? shownPrepared.hung.get(selection.id) : undefined;
  const cornered = selection?.kind === 'face' ? shownPrepared.site.faces.get(selection.id) : undefined;
  const selectedIds = useMemo(() => (selection === null ? [] : [selection.id, ...also]), [selection, also]);
  const layer = { prepared: shownPrepared, seen, project };
  const { texts, written } = useMemo(() => {
    const drawn =
      liveItem === undefined
        ? []
        : gapTexts(liveItem, liveGapsBeside(shownPrepared, liveItem), project, reader);
    return { texts: drawn, written: gapBoxes(drawn) };
  }, [liveItem, shownPrepared, project, reader]);

  return (
    <div className="flex h-full min-h-0 w-full flex-col bg-bench">
      <SheetBar
        faceName={face?.name ?? null}
        onFace={fitFace}
        onWhole={fit}
        onFoldUp={() => dispatch(actions.foldedUp(true))}
      />
      <div
        ref={boxRef}
        className="relative min-h-0 w-full flex-1 overflow-hidden bg-bench"
        data-testid="sheet"
      >
        <svg
          ref={svgRef}
          className="absolute top-0 touch-none"
          viewBox={`0 0 ${width} ${height}`}
          style={{ left: POLE_PX.up, width, height, cursor: drag?.kind === 'pan' ? 'grabbing' : 'default' }}
          onPointerDownCapture={onPointerDownCapture}
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onPointerUp={onPointerUp}
          onPointerCancel={(event) => gesture({ kind: 'lifted', pointer: event.pointerId })}
          onDoubleClick={fitFace}
          role="application"
          aria-label="The sheet: faces folded flat"
        >
          <Hatch />
          <FacesLayer {...layer} inHand={face?.id ?? null} showsFraming={showsFraming} onPress={takeFace} />
          <ModulesLayer {...layer} before={prepared} onPress={pressField} />
          <NipplesLayer {...layer} />
          {evaluation !== null && (
            <RunsLayer
              seen={seen}
              project={project}
              routed={evaluation.routes.routed}
              laid={evaluation.laid}
              selectedId={selection?.kind === 'run' ? selection.id : null}
              onPress={pressRun}
            />
          )}
          <GearLayer
            {...layer}
            selectedIds={selection?.kind === 'placement' ? selectedIds : []}
            onPress={pressGear}
          />
          <GhostsView prepared={shownPrepared} project={project} />
          <PenetrationsLayer
            {...layer}
            selectedId={selection?.kind === 'penetration' ? selection.id : null}
            onPress={pressPenetration}
          />
          <PlateHolesLayer
            {...layer}
            selectedId={selection?.kind === 'plate-hole' ? selection.id : null}
            onPress={pressPlateHole}
          />
          {isSite && cornered?.face.shape.kind === 'outline' && (
            <CornersView
              face={cornered}
              project={project}
              onPress={(event, corner, at) =>
                pressThing(event, { kind: 'face', id: cornered.id }, cornered.id, at, { corner })
              }
            />
          )}
          {drag?.kind === 'move' && drag.now !== null && drag.corner === null && face !== undefined && (
            <SnapsView face={face} near={drag.now.near} at={drag.now.atMm} project={project} />
          )}
          {liveItem !== undefined && <GapsView texts={texts} />}
          <LabelsLayer
            {...layer}
            inHand={inHandId}
            findings={evaluation?.findings ?? NOTHING}
            routed={evaluation?.routes.routed ?? NOTHING}
            laid={evaluation?.laid ?? NOTHING_LAID}
            liveId={liveItem?.id ?? null}
            written={written}
            widthPx={width}
            heightPx={height}
          />
          {pointed !== null && (
            <path
              d={pointed.axis === 'across' ? `M${pointed.px} 0 V${height}` : `M0 ${pointed.px} H${width}`}
              stroke="var(--ink-chalk)"
              strokeWidth={1.5}
              strokeDasharray="8 4"
              pointerEvents="none"
            />
          )}
        </svg>
        {asked !== null && (
          <div className="absolute top-0 bottom-0" style={{ left: POLE_PX.up, width }}>
            <div className="absolute inset-0" onPointerDown={() => setAsked(null)} />
            <FingerList
              at={asked.at}
              things={asked.things}
              widthPx={width}
              heightPx={height}
              onClose={() => setAsked(null)}
              onTake={({ ref, faceId }) => {
                setAsked(null);
                dispatch(actions.selected(ref));
                dispatch(actions.faceTaken(faceId));
              }}
            />
          </div>
        )}
        {face !== undefined && places.has(face.id) && (
          <SheetFrame
            prepared={shownPrepared}
            face={face}
            project={project}
            widthPx={width}
            heightPx={height}
            hasStrip={hasStrip}
            selectedIds={selectedIds}
            reader={reader}
            onPoint={setPointed}
            places={places}
            bounds={bounds}
            viewport={viewport}
            onLook={lookThere}
          />
        )}
      </div>
    </div>
  );
});

/** What obstacles are filled with. */
function Hatch() {
  return (
    <defs>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" fill="var(--ground-bench)" />
        <path d="M0 0 V7" stroke="var(--line-faint)" strokeWidth="2" />
      </pattern>
    </defs>
  );
}

function pointIn(svg: SVGSVGElement, event: { readonly clientX: number; readonly clientY: number }): PointPx {
  const box = svg.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
}
