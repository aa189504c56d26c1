import { useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import {
  applyEdits,
  faceFromSheet,
  largeStepMm,
  liveGapsBeside,
  cornerSnaps,
  snapsFor,
  stepMm,
  storyPoles,
  type Evaluation,
  type Hung,
  type Plan,
  type Prepared,
  type PlanEdit,
  type PointMm,
  type Ref,
} from '@zarnel/core';
import { derivedOf, layoutOf } from '../state/derived.ts';
import { makeEdits, tryOut } from '../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';
import { SeverityShape } from '../ui/SeverityMark.tsx';
import { CornersView } from './CornersView.tsx';
import { FaceView } from './FaceView.tsx';
import { GapsView } from './GapsView.tsx';
import { GearView } from './GearView.tsx';
import { GhostsView } from './GhostsView.tsx';
import { JointsView } from './JointsView.tsx';
import { projector } from './project.ts';
import { PassView, RunsView } from './RouteView.tsx';
import { PlanStripView, STRIP_PX } from './PlanStripView.tsx';
import { POLE_PX, StoryPole } from './StoryPole.tsx';
import { dragged, hasLeft, type Dragged, type DragStart } from './tools/drag-tool.ts';
import { SnapsView } from './SnapsView.tsx';
import { useSize } from './use-size.ts';
import { useKeys } from '../ui/use-keys.ts';
import { fitted, panned, sheetFromScreen, zoomedAt, type PointPx, type Viewport } from './viewport.ts';

type Drag =
  | { readonly kind: 'pan'; readonly last: PointPx }
  | {
      readonly kind: 'move';
      readonly ref: Ref;
      readonly faceId: string;
      /** The corner of the face that is dragged, where the thing is a face. */
      readonly corner: number | null;
      /** Gear that moves along, with where it was. */
      readonly group: readonly { readonly id: string; readonly atMm: PointMm }[];
      readonly start: DragStart;
      /** Null until the pointer has left the spot where it went down. */
      readonly now: Dragged | null;
    };

type MoveDrag = Extract<Drag, { kind: 'move' }>;

const MARGIN_PX = 24;
const SNAP_PX = 9;
/** Findings are marked beside their place, so that what is there stays in sight. */
const MARK_ASIDE_PX = 17;
const NO_SNAPS = { across: [], up: [] };
const LEAST_FOR_STRIP_PX = 600;
const { actions } = viewSlice;

type Props = {
  readonly plan: Plan;
  readonly evaluation: Evaluation | null;
  /** Whether the face in hand is shown from above, too. */
  readonly hasPlanStrip: boolean;
  /** At the site step faces are selected, and their corners can be dragged. */
  readonly isSite: boolean;
};

/** The faces folded flat, with all that is on them. Things are dragged here; figures come from the core. */
export function Sheet({ plan, evaluation, isSite, hasPlanStrip }: Props) {
  const dispatch = useAppDispatch();
  const { selection, also, faceInHand, reader, sheetRoot, showsFraming } = useAppSelector(
    (state) => state.view,
  );
  const { prepared } = derivedOf(plan);
  const { places, bounds } = layoutOf(plan, sheetRoot);
  const face = prepared.site.faces.get(faceInHand ?? '') ?? prepared.site.faces.get(plan.rootFace);
  const [boxRef, size] = useSize<HTMLDivElement>();
  const [moved, setMoved] = useState<Viewport | null>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [pointed, setPointed] = useState<{ readonly axis: 'across' | 'up'; readonly px: number } | null>(
    null,
  );
  const svgRef = useRef<SVGSVGElement>(null);
  const touches = useRef(new Map<number, PointPx>());

  const width = Math.max(1, (size?.width ?? 1) - POLE_PX.up);
  // Seen from above as well while gear is hung; on a low screen the wall needs the room itself.
  const hasStrip = hasPlanStrip && (size?.height ?? 0) > LEAST_FOR_STRIP_PX;
  const stripPx = hasStrip ? STRIP_PX : 0;
  const height = Math.max(1, (size?.height ?? 1) - POLE_PX.across - stripPx);
  const viewport = useMemo(
    () => moved ?? fitted(bounds, width, height, MARGIN_PX),
    [moved, bounds, width, height],
  );

  // The plan as it would be if the drag ended now; null while nothing is being moved.
  const trial = useMemo(() => {
    if (drag?.kind !== 'move' || drag.now === null) return null;
    const applied = applyEdits(plan, editsOf(drag, drag.now.atMm));
    return applied.ok ? applied.value.plan : null;
  }, [drag, plan]);
  useEffect(() => {
    if (trial === null) return undefined;
    tryOut(trial);
    // Where nothing came of it, the checks are of the plan as it is again.
    return () => tryOut(null);
  }, [trial]);

  const shown = trial ?? plan;
  const shownPrepared = derivedOf(shown).prepared;
  const shownPlaces = layoutOf(shown, sheetRoot).places;
  const project = useMemo(() => projector(shownPlaces, viewport), [shownPlaces, viewport]);
  const poles = useMemo(
    () => (face === undefined ? null : storyPoles(shownPrepared, face.id)),
    [shownPrepared, face],
  );

  const takeFace = useCallback(
    (id: string) => {
      dispatch(actions.faceTaken(id));
      if (isSite) dispatch(actions.selected({ kind: 'face', id }));
    },
    [dispatch, isSite],
  );
  const fit = useCallback(() => setMoved(null), []);
  const fitFace = useCallback(() => {
    const place = face === undefined ? undefined : places.get(face.id);
    if (place !== undefined) setMoved(fitted(place.bounds, width, height, MARGIN_PX));
  }, [face, places, width, height]);
  useKeys({ '0': fit, f: fitFace, F: fitFace });

  // React listens to wheels passively, which forbids keeping the page still.
  useEffect(() => {
    const svg = svgRef.current;
    if (svg === null) return undefined;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const at = pointIn(svg, event);
      setMoved((known) => zoomedAt(known ?? viewport, at, Math.exp(-event.deltaY * 0.0015)));
    };
    svg.addEventListener('wheel', onWheel, { passive: false });
    return () => svg.removeEventListener('wheel', onWheel);
  }, [viewport]);

  // A face set upright in the middle is looked at from the start again.
  useEffect(() => setMoved(null), [sheetRoot]);

  const pressThing = (
    event: PointerEvent<SVGGElement>,
    ref: Ref,
    faceId: string,
    atMm: PointMm,
    corner: number | null = null,
  ) => {
    const svg = svgRef.current;
    const place = places.get(faceId);
    if (event.button !== 0 || svg === null || place === undefined) return;
    event.stopPropagation();
    svg.setPointerCapture(event.pointerId);
    // Pressed within a group, the group stays and moves as one.
    const isOfGroup =
      ref.kind === 'placement' && (also.includes(ref.id) || (also.length > 0 && selection?.id === ref.id));
    if (!isOfGroup) dispatch(actions.selected(ref));
    dispatch(actions.faceTaken(faceId));
    const group = isOfGroup && selection !== null ? groupWithout(plan, [selection.id, ...also], ref.id) : [];
    const pointerPx = pointIn(svg, event);
    touches.current.set(event.pointerId, pointerPx);
    const item = ref.kind === 'placement' ? prepared.hung.get(ref.id) : undefined;
    const start: DragStart = {
      atMm,
      pointerMm: faceFromSheet(place, sheetFromScreen(viewport, pointerPx)),
      pointerPx,
      snaps:
        corner !== null
          ? cornerSnaps(prepared.site.faces.get(faceId)?.outline ?? [], corner)
          : item === undefined
            ? NO_SNAPS
            : snapsFor(prepared, item, new Set(group.map(({ id }) => id))),
      stepMm: stepMm(reader),
    };
    setDrag({ kind: 'move', ref, faceId, corner, group, start, now: null });
  };

  // The same function at every drawing, so that gear that did not move is not drawn again.
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

  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    const at = pointIn(event.currentTarget, event);
    touches.current.set(event.pointerId, at);
    if (event.button !== 0 || drag?.kind === 'move') return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ kind: 'pan', last: at });
  };

  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const at = pointIn(event.currentTarget, event);
    const before = touches.current.get(event.pointerId);
    if (touches.current.size === 2 && before !== undefined) {
      pinch(event.pointerId, before, at);
      return;
    }
    touches.current.set(event.pointerId, at);
    if (drag?.kind === 'pan') {
      setMoved(panned(viewport, at[0] - drag.last[0], at[1] - drag.last[1]));
      setDrag({ kind: 'pan', last: at });
    } else if (drag?.kind === 'move') {
      if (drag.now === null && !hasLeft(drag.start, at)) return;
      const place = places.get(drag.faceId);
      if (place === undefined) return;
      const pointerMm = faceFromSheet(place, sheetFromScreen(viewport, at));
      const to = { pointerMm, pointerPx: at, isFree: event.altKey, reachMm: SNAP_PX / viewport.scale };
      setDrag({ ...drag, now: dragged(drag.start, to) });
    }
  };

  /** Two fingers: the sheet follows their middle and spreads with them. */
  const pinch = (id: number, before: PointPx, after: PointPx) => {
    const other = [...touches.current].find(([touch]) => touch !== id)?.[1];
    touches.current.set(id, after);
    if (other === undefined) return;
    setDrag(null);
    const spread = (a: PointPx) => Math.max(1, Math.hypot(a[0] - other[0], a[1] - other[1]));
    const middle: PointPx = [(after[0] + other[0]) / 2, (after[1] + other[1]) / 2];
    // Both fingers move before the sheet is drawn again: each goes on from where the other left it.
    setMoved((known) => {
      const slid = panned(known ?? viewport, (after[0] - before[0]) / 2, (after[1] - before[1]) / 2);
      return zoomedAt(slid, middle, spread(after) / spread(before));
    });
  };

  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    touches.current.delete(event.pointerId);
    if (drag?.kind === 'move' && drag.now !== null) makeEdits(editsOf(drag, drag.now.atMm));
    setDrag(null);
  };

  const cancel = useCallback(() => setDrag(null), []);
  useKeys({
    Escape: () => (drag === null ? dispatch(actions.selected(null)) : cancel()),
    ArrowLeft: (event) => nudge(event, -1, 0),
    ArrowRight: (event) => nudge(event, 1, 0),
    ArrowUp: (event) => nudge(event, 0, 1),
    ArrowDown: (event) => nudge(event, 0, -1),
  });

  /** By the rounding step; with Shift by an inch or 10 mm. */
  function nudge(event: KeyboardEvent, dx: number, dy: number) {
    const by = event.shiftKey ? largeStepMm(reader) : stepMm(reader);
    const thing =
      selection?.kind === 'placement'
        ? plan.placements.find(({ id }) => id === selection.id)
        : selection?.kind === 'pass'
          ? plan.passes.find(({ id }) => id === selection.id)
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
  const place = face === undefined ? undefined : places.get(face.id);
  const cornered = selection?.kind === 'face' ? shownPrepared.site.faces.get(selection.id) : undefined;

  return (
    <div ref={boxRef} className="relative h-full min-h-0 w-full overflow-hidden bg-bench" data-testid="sheet">
      <svg
        ref={svgRef}
        className="absolute top-0 touch-none"
        style={{ left: POLE_PX.up, width, height, cursor: drag?.kind === 'pan' ? 'grabbing' : 'default' }}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={(event) => {
          touches.current.delete(event.pointerId);
          setDrag(null);
        }}
        onDoubleClick={fitFace}
        role="application"
        aria-label="The sheet: faces folded flat"
      >
        <defs>
          <pattern
            id="hatch"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill="var(--ground-bench)" />
            <path d="M0 0 V7" stroke="var(--line-faint)" strokeWidth="2" />
          </pattern>
        </defs>
        {[...shownPrepared.site.faces.values()].map((each) => (
          <FaceView
            key={each.id}
            face={each}
            project={project}
            isInHand={each.id === face?.id}
            showsFraming={showsFraming}
            onPress={takeFace}
          />
        ))}
        <JointsView prepared={shownPrepared} project={project} />
        {evaluation !== null && (
          <RunsView
            routes={evaluation.routes}
            project={project}
            selectedId={selection?.kind === 'run' ? selection.id : null}
            onPress={(event, id) => {
              event.stopPropagation();
              dispatch(actions.selected({ kind: 'run', id }));
            }}
          />
        )}
        {boardsFirst(shownPrepared).map((item) => (
          <GearView
            key={item.id}
            item={item}
            project={project}
            isSelected={
              selection?.kind === 'placement' && (selection.id === item.id || also.includes(item.id))
            }
            onPress={pressGear}
          />
        ))}
        <GhostsView prepared={shownPrepared} project={project} />
        {shown.passes.map((pass) => (
          <PassView
            key={pass.id}
            pass={pass}
            prepared={shownPrepared}
            project={project}
            isSelected={selection?.kind === 'pass' && selection.id === pass.id}
            onPress={(event, id, faceId) => {
              // A hole is dragged on the side it was measured on; on the other side it is only selected.
              if (faceId === pass.face) pressThing(event, { kind: 'pass', id }, faceId, [pass.xMm, pass.yMm]);
              else {
                event.stopPropagation();
                dispatch(actions.selected({ kind: 'pass', id }));
              }
            }}
          />
        ))}
        {isSite && cornered?.face.shape.kind === 'outline' && (
          <CornersView
            face={cornered}
            project={project}
            onPress={(event, corner, at) =>
              pressThing(event, { kind: 'face', id: cornered.id }, cornered.id, at, corner)
            }
          />
        )}
        {drag?.kind === 'move' && drag.now !== null && drag.corner === null && face !== undefined && (
          <SnapsView face={face} near={drag.now.near} at={drag.now.atMm} project={project} />
        )}
        {liveItem !== undefined && (
          <GapsView
            item={liveItem}
            gaps={liveGapsBeside(shownPrepared, liveItem)}
            project={project}
            reader={reader}
          />
        )}
        {evaluation?.findings.map(({ id, at, severity, check, subjects }) => {
          // The live gap says the same in the same place.
          const isShownAsGap =
            check === 'clearance.beside' && subjects.some((each) => each.id === liveItem?.id);
          if (at === null || isShownAsGap) return null;
          const [x, y] = project(at.face, [at.xMm, at.yMm]);
          return (
            <g
              key={id}
              transform={`translate(${x + MARK_ASIDE_PX} ${y - MARK_ASIDE_PX})`}
              pointerEvents="none"
              data-finding={id}
            >
              <circle r="12" fill="var(--ground-paper)" stroke="var(--line-faint)" />
              <SeverityShape severity={severity} />
            </g>
          );
        })}
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
      {face !== undefined && place !== undefined && poles !== null && (
        <>
          <StoryPole
            axis="across"
            marks={poles.across}
            toPx={(at) => project(face.id, [at, face.bounds.minY])[0]}
            lengthPx={width}
            reader={reader}
            faceName={face.name}
            raisedPx={stripPx}
            onPoint={(px) => setPointed(px === null ? null : { axis: 'across', px })}
          />
          <StoryPole
            axis="up"
            marks={poles.up}
            toPx={(at) => project(face.id, [face.bounds.minX, at])[1]}
            lengthPx={height}
            reader={reader}
            faceName={face.name}
            raisedPx={stripPx}
            onPoint={(px) => setPointed(px === null ? null : { axis: 'up', px })}
          />
          {hasStrip && (
            <div className="absolute left-0" style={{ bottom: 0, height: STRIP_PX }}>
              <PlanStripView
                prepared={shownPrepared}
                faceId={face.id}
                faceName={face.name}
                selectedIds={selection === null ? [] : [selection.id, ...also]}
                reader={reader}
                widthPx={width + POLE_PX.up}
              />
            </div>
          )}
          <p
            className="absolute left-0 overflow-hidden border-t border-r border-pencil px-1 text-xs leading-tight"
            style={{ width: POLE_PX.up, height: POLE_PX.across, bottom: stripPx }}
          >
            Datum of
            <span className="line-clamp-2 font-semibold">{face.name}</span>
          </p>
          <div className="absolute top-2 right-2 flex gap-1">
            <Button onClick={() => dispatch(actions.foldedUp(true))}>Fold it up</Button>
            <Button onClick={fit}>Whole sheet</Button>
            <Button onClick={fitFace}>{face.name}</Button>
          </div>
        </>
      )}
    </div>
  );
}

/** Where each of some gear is, without the piece that is dragged itself. */
function groupWithout(plan: Plan, ids: readonly string[], dragged: string): { id: string; atMm: PointMm }[] {
  return plan.placements
    .filter(({ id }) => id !== dragged && ids.includes(id))
    .map(({ id, xMm, yMm }) => ({ id, atMm: [xMm, yMm] }));
}

function editsOf({ ref, faceId, corner, group, start }: MoveDrag, [xMm, yMm]: PointMm): PlanEdit[] {
  if (corner !== null) return [{ kind: 'move-corner', face: faceId, corner, xMm, yMm }];
  const [dx, dy] = [xMm - start.atMm[0], yMm - start.atMm[1]];
  return [
    moveEdit(ref, [xMm, yMm]),
    ...group.map(({ id, atMm }) => moveEdit({ kind: 'placement', id }, [atMm[0] + dx, atMm[1] + dy])),
  ];
}

function moveEdit(ref: Ref, [xMm, yMm]: PointMm): PlanEdit {
  return ref.kind === 'pass'
    ? { kind: 'move-pass', pass: ref.id, xMm, yMm }
    : { kind: 'move-placement', placement: ref.id, xMm, yMm };
}

function pointIn(svg: SVGSVGElement, event: { readonly clientX: number; readonly clientY: number }): PointPx {
  const box = svg.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
}

/** What is fixed to a board is drawn over it. */
function boardsFirst({ hung }: Prepared): Hung[] {
  const items = [...hung.values()];
  return [
    ...items.filter(({ type }) => type.kind === 'board'),
    ...items.filter(({ type }) => type.kind !== 'board'),
  ];
}
