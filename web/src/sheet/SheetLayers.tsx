import { memo, useMemo, useRef, type PointerEvent } from 'react';
import { SEVERITIES, type Finding } from '@zarnel/core/checks';
import {
  joinEnds,
  wirewayHoles,
  type Evaluation,
  type Hung,
  type Leg,
  type Prepared,
  type RoutedRun,
  type SiteFace,
} from '@zarnel/core/figures';
import type { Join, Penetration } from '@zarnel/core/plan';
import { SeverityShape } from '../ui/SeverityMark.tsx';
import { FaceView } from './FaceView.tsx';
import { GearFromFar, GearView } from './GearView.tsx';
import { JoinView, NipplesView } from './NipplesView.tsx';
import type { Project } from './project.ts';
import { PenetrationView, RunView } from './RouteView.tsx';
import { steadyGroups, type Detail } from './visible-faces.ts';

// The layers of the sheet, from the paper up. Each draws the faces in sight one by one: what did not change on a face is not
// drawn again.

type Layer = {
  readonly prepared: Prepared;
  readonly seen: ReadonlyMap<string, Detail>;
  readonly project: Project;
};

export function FacesLayer(
  props: Layer & {
    readonly inHand: string | null;
    readonly showsFraming: boolean;
    readonly onPress: (faceId: string) => void;
  },
) {
  const { prepared, seen, project, inHand, showsFraming, onPress } = props;
  return [...seen].map(([id, detail]) => {
    const face = prepared.site.faces.get(id);
    return face === undefined ? null : (
      <FaceView
        key={id}
        face={face}
        project={project}
        isInHand={id === inHand}
        showsFraming={showsFraming}
        isFar={detail === 'far'}
        onPress={onPress}
      />
    );
  });
}

/** Nipples between units and wireways, and joins between enclosures. */
export function NipplesLayer({ prepared, seen, project }: Layer) {
  const near = nearFaces(seen);
  const onFace = near.flatMap((id) => prepared.onFace.get(id) ?? []);
  const wireways = onFace.filter(({ type }) => type.kind === 'wireway');
  const joins = new Set<Join>(onFace.flatMap(({ id }) => prepared.joinsOfGear.get(id)));
  return (
    <g pointerEvents="none">
      {wireways.map(({ id }) => (
        <NipplesView key={id} holes={wirewayHoles(prepared, id)} project={project} />
      ))}
      {[...joins].flatMap((join) =>
        joinEnds(prepared, join)
          .filter(({ face }) => seen.get(face) === 'near')
          .map((end) => <JoinView key={end.key} end={end} project={project} />),
      )}
    </g>
  );
}

/** Cable runs, of which some leg is in sight. */
export function RunsLayer(
  props: Pick<Layer, 'seen' | 'project'> & {
    readonly routed: readonly RoutedRun[];
    /** As they lie beside each other. */
    readonly laid: ReadonlyMap<string, readonly Leg[]>;
    readonly selectedId: string | null;
    readonly onPress: (event: PointerEvent<SVGGElement>, id: string, faceId: string) => void;
  },
) {
  const { seen, project, routed, laid, selectedId, onPress } = props;
  return routed
    .filter(({ legs }) => legs.some(({ face }) => seen.get(face) === 'near'))
    .map((each) => (
      <RunView
        key={each.run.id}
        run={each.run.id}
        legs={laid.get(each.run.id) ?? each.legs}
        project={project}
        isSelected={each.run.id === selectedId}
        onPress={onPress}
      />
    ));
}

type PressGear = (event: PointerEvent<SVGGElement>, item: Hung) => void;

export function GearLayer(
  props: Layer & { readonly selectedIds: readonly string[]; readonly onPress: PressGear },
) {
  const { prepared, seen, project, selectedIds, onPress } = props;
  return [...seen].map(([id, detail]) => {
    const items = prepared.onFace.get(id) ?? NOTHING;
    if (items.length === 0) return null;
    if (detail === 'far') return <GearFromFar key={id} faceId={id} items={items} project={project} />;
    const own = selectedIds.filter((each) => items.some((item) => item.id === each));
    return (
      <GearOfFace
        key={id}
        items={items}
        project={project}
        selected={own.length === 0 ? NOTHING : own}
        onPress={onPress}
      />
    );
  });
}

const NOTHING: readonly never[] = [];

/** What is fixed to a board is drawn over it. */
const GearOfFace = memo(function GearOfFace(props: {
  readonly items: readonly Hung[];
  readonly project: Project;
  readonly selected: readonly string[];
  readonly onPress: PressGear;
}) {
  const { items, project, selected, onPress } = props;
  const isBoard = ({ type }: Hung) => type.kind === 'board';
  return [...items.filter(isBoard), ...items.filter((item) => !isBoard(item))].map((item) => (
    <GearView
      key={item.id}
      item={item}
      project={project}
      isSelected={selected.includes(item.id)}
      onPress={onPress}
    />
  ));
});

export function PenetrationsLayer(
  props: Layer & {
    readonly selectedId: string | null;
    readonly onPress: (event: PointerEvent<SVGGElement>, penetration: Penetration, faceId: string) => void;
  },
) {
  const { prepared, seen, project, selectedId, onPress } = props;
  const sides = (id: string) => {
    const other = prepared.site.faces.get(id)?.otherSide;
    return other == null ? [id] : [id, other];
  };
  const penetrations = new Set<Penetration>(
    nearFaces(seen)
      .flatMap(sides)
      .flatMap((id) => prepared.penetrationsOnFace.get(id)),
  );
  return [...penetrations].map((penetration) => {
    const here = prepared.site.faces.get(penetration.face);
    const there = prepared.site.faces.get(here?.otherSide ?? '');
    return here === undefined || there === undefined ? null : (
      <PenetrationView
        key={penetration.id}
        penetration={penetration}
        codeBasis={prepared.plan.codeBasis}
        here={here}
        there={there}
        baseOn={here.face.side === 'outside' || there.face.side !== 'outside' ? here.id : there.id}
        project={project}
        isSelected={penetration.id === selectedId}
        onPress={onPress}
      />
    );
  });
}

/** Findings are marked beside their place, so that what is there stays in sight. */
const MARK_ASIDE_PX = 17;

/** What is found, where it is found; from far one mark for a face, of the gravest. */
export function MarksLayer(
  props: Pick<Layer, 'seen' | 'project' | 'prepared'> & {
    readonly findings: Evaluation['findings'];
    /** Gear whose gaps are shown live: they say the same in the same place. */
    readonly liveId: string | null;
  },
) {
  const { seen, project, prepared, findings, liveId } = props;
  const kept = useRef<ReadonlyMap<string, readonly Finding[]>>(new Map());
  const byFace = useMemo(() => {
    kept.current = steadyGroups(kept.current, findings, ({ at }) => (at === null ? [] : [at.face]));
    return kept.current;
  }, [findings]);
  return [...seen].map(([id, detail]) => {
    const own = byFace.get(id);
    const face = prepared.site.faces.get(id);
    if (own === undefined || face === undefined) return null;
    return detail === 'far' ? (
      <MarkFromFar key={id} findings={own} face={face} project={project} />
    ) : (
      <MarksOfFace key={id} findings={own} project={project} liveId={liveId} />
    );
  });
}

const MarksOfFace = memo(function MarksOfFace(props: {
  readonly findings: readonly Finding[];
  readonly project: Project;
  readonly liveId: string | null;
}) {
  const { findings, project, liveId } = props;
  return findings.map(({ id, at, severity, check, subjects }) => {
    const isShownAsGap = check === 'clearance.beside' && subjects.some((each) => each.id === liveId);
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
  });
});

const MarkFromFar = memo(function MarkFromFar(props: {
  readonly findings: readonly Finding[];
  readonly face: SiteFace;
  readonly project: Project;
}) {
  const { findings, face, project } = props;
  const { minX, maxX, minY, maxY } = face.bounds;
  const [x, y] = project(face.id, [(minX + maxX) / 2, (minY + maxY) / 2]);
  const gravest = SEVERITIES.find((each) => findings.some(({ severity }) => severity === each));
  if (gravest === undefined) return null;
  return (
    <g transform={`translate(${x} ${y}) scale(0.75)`} pointerEvents="none">
      <circle r="11" fill="var(--ground-paper)" stroke="var(--line-faint)" />
      <SeverityShape severity={gravest} />
    </g>
  );
});

function nearFaces(seen: ReadonlyMap<string, Detail>): string[] {
  return [...seen].filter(([, detail]) => detail === 'near').map(([id]) => id);
}
