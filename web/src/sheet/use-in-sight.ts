import { useCallback, useEffect, useRef } from 'react';
import type { Ref } from '@zarnel/core/checks';
import { modulesOfField, platePlaces, type Prepared, type SheetPlace } from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';
import type { Project } from './project.ts';
import type { Detail } from './visible-faces.ts';

type Seen = {
  readonly prepared: Prepared;
  readonly places: ReadonlyMap<string, SheetPlace>;
  readonly project: Project;
  readonly seen: ReadonlyMap<string, Detail>;
  readonly width: number;
  readonly height: number;
};

/**
 * Brings into sight what is taken elsewhere, in the bench or by a finding. What was pressed on the sheet is in sight: then
 * nothing moves under the hand.
 *
 * @returns To be called where something is pressed on the sheet, before it is taken.
 */
export function useInSight(
  selection: Ref | null,
  faceInHand: string | null,
  view: Seen,
  lookAt: (faceId: string) => void,
): () => void {
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  });
  const isByHand = useRef(false);
  const bring = useCallback(
    (target: Target | null, isThing: boolean) => {
      const { places, project, seen, width, height } = latest.current;
      if (isByHand.current || target === null || !places.has(target.faceId) || width <= 1) return;
      const [x, y] = project(target.faceId, target.atMm);
      const isOut = x < 0 || y < 0 || x > width || y > height;
      // From far a thing is only a part of its face’s shape.
      if (isOut || (isThing && seen.get(target.faceId) === 'far')) lookAt(target.faceId);
    },
    [lookAt],
  );
  useEffect(() => {
    bring(placeOf(selection, latest.current.prepared), selection?.kind !== 'face');
  }, [selection, bring]);
  useEffect(() => {
    bring(middleOfFace(faceInHand, latest.current.prepared), false);
  }, [faceInHand, bring]);
  // What was pressed has been taken by now.
  useEffect(() => {
    isByHand.current = false;
  });
  return useCallback(() => {
    isByHand.current = true;
  }, []);
}

type Target = { readonly faceId: string; readonly atMm: PointMm };

/** Where what is selected is; null for what is no thing at a place. */
function placeOf(selection: Ref | null, prepared: Prepared): Target | null {
  const item = selection?.kind === 'placement' ? prepared.hung.get(selection.id) : undefined;
  if (item !== undefined)
    return {
      faceId: item.face.id,
      atMm: [(item.body.minX + item.body.maxX) / 2, (item.body.minY + item.body.maxY) / 2],
    };
  const hole = selection?.kind === 'penetration' ? prepared.penetrations.get(selection.id) : undefined;
  if (hole !== undefined) return { faceId: hole.face, atMm: [hole.xMm, hole.yMm] };
  const bored = selection?.kind === 'plate-hole' ? prepared.plateHoles.get(selection.id) : undefined;
  const met = bored === undefined ? null : platePlaces(prepared.site, bored);
  if (met?.ok === true) return { faceId: met.places.there.face.id, atMm: met.places.there.at };
  const field = selection?.kind === 'field' ? selection.id : fieldOfString(selection, prepared);
  const [module] = field === null ? [] : modulesOfField(prepared, field);
  if (module !== undefined)
    return {
      faceId: module.face,
      atMm: [(module.box.minX + module.box.maxX) / 2, (module.box.minY + module.box.maxY) / 2],
    };
  return selection?.kind === 'face' ? middleOfFace(selection.id, prepared) : null;
}

function fieldOfString(selection: Ref | null, prepared: Prepared): string | null {
  if (selection?.kind !== 'string') return null;
  return prepared.moduleStrings.get(selection.id)?.modules[0]?.field ?? null;
}

function middleOfFace(id: string | null, prepared: Prepared): Target | null {
  const face = prepared.site.faces.get(id ?? '');
  if (face === undefined) return null;
  const { minX, maxX, minY, maxY } = face.bounds;
  return { faceId: face.id, atMm: [(minX + maxX) / 2, (minY + maxY) / 2] };
}
