import { memo, type PointerEvent } from 'react';
import {
  joinEnds,
  platePlaces,
  wirewayHoles,
  type Hung,
  type Leg,
  type Prepared,
  type RoutedRun,
} from '@zarnel/core/figures';
import type { Join, Penetration, PointMm } from '@zarnel/core/plan';
import { FaceView } from './FaceView.tsx';
import { GearFromFar, GearView } from './GearView.tsx';
import { JoinView, NipplesView } from './NipplesView.tsx';
import type { Project } from './project.ts';
import { PenetrationView, PlateHoleView, RunView } from './RouteView.tsx';
import type { Detail } from './visible-faces.ts';

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
        showsFraming={showsFraming && detail !== 'plain'}
        detail={detail}
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
          .filter(({ face }) => isDrawn(seen, face))
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
    .filter(({ legs }) => legs.some(({ face }) => isDrawn(seen, face)))
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
        detail={detail}
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
  readonly detail: Exclude<Detail, 'far'>;
  readonly selected: readonly string[];
  readonly onPress: PressGear;
}) {
  const { items, project, detail, selected, onPress } = props;
  const isBoard = ({ type }: Hung) => type.kind === 'board';
  return [...items.filter(isBoard), ...items.filter((item) => !isBoard(item))].map((item) => (
    <GearView
      key={item.id}
      item={item}
      project={project}
      detail={detail}
      isSelected={selected.includes(item.id)}
      onPress={onPress}
    />
  ));
});

/** Holes through plates, on both faces that each leads between. */
export function PlateHolesLayer(
  props: Layer & {
    readonly selectedId: string | null;
    readonly onPress: (event: PointerEvent<SVGGElement>, id: string, faceId: string, at: PointMm) => void;
  },
) {
  const { prepared, seen, project, selectedId, onPress } = props;
  const holes = new Set(nearFaces(seen).flatMap((id) => prepared.plateHolesAtFace.get(id)));
  return [...holes].map((hole) => {
    const met = platePlaces(prepared.site, hole);
    if (!met.ok) return null;
    return (
      <PlateHoleView
        key={hole.id}
        hole={hole}
        places={met.places}
        project={project}
        isSelected={hole.id === selectedId}
        onPress={onPress}
      />
    );
  });
}

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

function nearFaces(seen: ReadonlyMap<string, Detail>): string[] {
  return [...seen].filter(([, detail]) => detail !== 'far').map(([id]) => id);
}

/** Whether more than mere boxes are drawn of a face. */
function isDrawn(seen: ReadonlyMap<string, Detail>, face: string): boolean {
  const detail = seen.get(face);
  return detail !== undefined && detail !== 'far';
}
