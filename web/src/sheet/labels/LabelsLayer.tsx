import { memo } from 'react';
import type { Finding } from '@zarnel/core/checks';
import {
  boxOfPoints,
  doBoxesOverlap,
  isBoxWithin,
  modulesOfField,
  mirrored,
  obstacleBounds,
  plateEndsAt,
  type Hung,
  type Leg,
  type Prepared,
  type RoutedRun,
} from '@zarnel/core/figures';
import type { Obstacle, PointMm } from '@zarnel/core/plan';
import { SeverityShape } from '../../ui/SeverityMark.tsx';
import type { Project } from '../project.ts';
import type { PointPx } from '../viewport.ts';
import type { Detail } from '../visible-faces.ts';
import { gravest, marksAt, placeMarks, type Mark } from './marks.ts';
import { faceName, fieldName, gearName, obstacleName, type Name } from './names.ts';
import { placeLabels, type Block, type BoxPx, type Placed, type Wanted } from './place-labels.ts';
import { FOOT_RATIO, LINE_RATIO, textWidthPx } from './text-size.ts';

type Props = {
  readonly prepared: Prepared;
  readonly seen: ReadonlyMap<string, Detail>;
  readonly project: Project;
  readonly inHand: string | null;
  readonly findings: readonly Finding[];
  /** Gear whose gaps are shown live: they say the same in the same place. */
  readonly liveId: string | null;
  readonly routed: readonly RoutedRun[];
  readonly laid: ReadonlyMap<string, readonly Leg[]>;
  readonly widthPx: number;
  readonly heightPx: number;
  /** What else is written on the sheet just now. */
  readonly written: readonly BoxPx[];
};

const HOLE_PX = 13;

/** The names and the marks of the sheet, each where it covers no other; over all that is drawn. */
export const LabelsLayer = memo(function LabelsLayer(props: Props) {
  const { marks, names } = labelsOf(props);
  return (
    <g pointerEvents="none" data-testid="labels">
      {names.map(({ key, drawn }) => (
        <NameView key={key} name={drawn} />
      ))}
      {marks.map(({ key, drawn }) => (
        <MarkView key={key} mark={drawn} />
      ))}
    </g>
  );
});

function NameView({ name: { at, lines, aside, font, isUpright } }: { readonly name: Name }) {
  const [x, y] = at;
  return (
    <text
      textAnchor="middle"
      fontSize={font.px}
      fontWeight={font.isBold ? 700 : 400}
      fill="var(--ink-pencil)"
      className="halo"
      transform={isUpright ? `rotate(-90 ${x} ${y})` : undefined}
    >
      {lines.map((line, index) => (
        <tspan
          key={index}
          x={x}
          y={y + font.px * FOOT_RATIO + (index - (lines.length - 1) / 2) * font.px * LINE_RATIO}
        >
          {line}
          {aside !== '' && (
            <tspan fill="var(--ink-kraft)" fontWeight={400}>
              {aside}
            </tspan>
          )}
        </tspan>
      ))}
    </text>
  );
}

function MarkView({ mark: { at, findings } }: { readonly mark: Mark }) {
  return (
    <g transform={`translate(${at[0]} ${at[1]})`} data-finding={findings.map(({ id }) => id).join(' ')}>
      <circle r="12" fill="var(--ground-paper)" stroke="var(--line-faint)" />
      <SeverityShape severity={gravest(findings)} />
      {findings.length > 1 && (
        <text x={13} y={5} fontSize={13} fontWeight={600} fill="var(--ink-pencil)" className="figure halo">
          {findings.length}
        </text>
      )}
    </g>
  );
}

function labelsOf(props: Props): { marks: Placed<Mark>[]; names: Placed<Name>[] } {
  const { prepared, seen, project, inHand, findings, liveId, widthPx, heightPx } = props;
  const screen = { minX: 0, minY: 0, maxX: widthPx, maxY: heightPx };
  const blocks = blocksOf(props);
  const marks = placeMarks(marksOf(findings, liveId, seen, prepared, project), blocks);
  const outlines = [...seen.keys()].flatMap((id) => {
    const face = prepared.site.faces.get(id);
    return face === undefined ? [] : [boxOfPoints(face.outline.map((point) => project(id, point)))];
  });
  const isFreeOfFaces = (box: BoxPx) => !outlines.some((outline) => doBoxesOverlap(outline, box));
  const names: Wanted<Name>[] = [];
  for (const [id, detail] of seen) {
    const face = prepared.site.faces.get(id);
    if (face === undefined) continue;
    const isFar = detail === 'far';
    names.push(faceName(face, project, { isInHand: id === inHand, isFar }, textWidthPx, isFreeOfFaces));
    if (detail === 'far' || detail === 'plain') continue;
    names.push(...(prepared.onFace.get(id) ?? []).map((item) => gearName(item, project, textWidthPx)));
    for (const field of prepared.fieldsOnFace.get(id)) {
      const corners = modulesOfField(prepared, field.id).flatMap(({ box }) => [
        project(id, [box.minX, box.minY]),
        project(id, [box.maxX, box.maxY]),
      ]);
      if (corners.length > 0) names.push(fieldName(field.id, field.name, corners, textWidthPx));
    }
    names.push(...face.obstacles.map((obstacle) => obstacleName(id, obstacle, project, textWidthPx)));
  }
  const taken = marks.map(({ box }): Block => ({ box, kind: 'fast', owner: null }));
  const inView = names.map((name) => ({
    ...name,
    spots: name.spots.filter(({ box }) => isBoxWithin(box, screen)),
  }));
  return { marks, names: placeLabels(inView, [...blocks, ...taken]) };
}

/** Of a face that is near, where each thing is found; else one mark for it all. */
function marksOf(
  findings: readonly Finding[],
  liveId: string | null,
  seen: ReadonlyMap<string, Detail>,
  prepared: Prepared,
  project: Project,
): Mark[] {
  const byFace = new Map<string, Finding[]>();
  for (const finding of findings) {
    const { at, check, subjects } = finding;
    const isShownAsGap = check === 'clearance.beside' && subjects.some(({ id }) => id === liveId);
    if (at === null || isShownAsGap || !seen.has(at.face)) continue;
    const own = byFace.get(at.face);
    if (own === undefined) byFace.set(at.face, [finding]);
    else own.push(finding);
  }
  return [...byFace].flatMap(([id, own]) => {
    const face = prepared.site.faces.get(id);
    if (face === undefined) return [];
    const detail = seen.get(id);
    if (detail === 'names' || detail === 'near') return marksAt(own, project);
    const { minX, maxX, minY, maxY } = face.bounds;
    return [{ at: project(id, [(minX + maxX) / 2, (minY + maxY) / 2]), findings: own }];
  });
}

/** What is drawn that names keep clear of. */
function blocksOf({ prepared, seen, project, routed, laid, written }: Props): Block[] {
  const blocks: Block[] = written.map((box) => ({ box, kind: 'fast', owner: null }));
  for (const [id, detail] of seen) {
    if (detail === 'far') continue;
    for (const item of prepared.onFace.get(id) ?? [])
      if (item.type.kind !== 'board') blocks.push(gearBlock(item, project));
    for (const penetration of prepared.penetrationsOnFace.get(id)) {
      const face = prepared.site.faces.get(id);
      const other = face?.otherSide ?? null;
      const at = [penetration.xMm, penetration.yMm] as const;
      blocks.push(holeBlock(project(id, at)));
      if (face !== undefined && other !== null) blocks.push(holeBlock(project(other, mirrored(face, at))));
    }
    for (const { at } of plateEndsAt(prepared, id)) blocks.push(holeBlock(project(id, at)));
    for (const field of prepared.fieldsOnFace.get(id))
      for (const { box } of modulesOfField(prepared, field.id))
        blocks.push({
          box: boxOfPoints([project(id, [box.minX, box.minY]), project(id, [box.maxX, box.maxY])]),
          kind: 'soft',
          owner: field.id,
        });
    for (const obstacle of prepared.site.faces.get(id)?.obstacles ?? [])
      blocks.push(
        ...obstacleStretches(obstacle).map((corners): Block => ({
          box: boxOfPoints(corners.map((point) => project(id, point))),
          kind: 'soft',
          owner: obstacle.id,
        })),
      );
  }
  for (const { run, legs } of routed)
    for (const { face, from, to } of laid.get(run.id) ?? legs)
      if (seen.has(face) && seen.get(face) !== 'far')
        blocks.push({
          box: boxOfPoints([project(face, from), project(face, to)]),
          kind: 'soft',
          owner: null,
        });
  return blocks;
}

function gearBlock({ id, body, face }: Hung, project: Project): Block {
  const corners = [project(face.id, [body.minX, body.minY]), project(face.id, [body.maxX, body.maxY])];
  return { box: boxOfPoints(corners), kind: 'gear', owner: id };
}

function holeBlock([x, y]: PointPx): Block {
  const box = { minX: x - HOLE_PX, maxX: x + HOLE_PX, minY: y - HOLE_PX, maxY: y + HOLE_PX };
  return { box, kind: 'fast', owner: null };
}

/** Two corners of it, or of each stretch of a line. */
function obstacleStretches(obstacle: Obstacle): (readonly PointMm[])[] {
  const { shape } = obstacle;
  if (shape.kind === 'line')
    return shape.pointsMm.slice(1).map((to, index) => [shape.pointsMm[index] ?? to, to]);
  const { minX, minY, maxX, maxY } = obstacleBounds(obstacle);
  return [
    [
      [minX, minY],
      [maxX, maxY],
    ],
  ];
}
