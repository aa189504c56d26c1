import { boxOfPoints, isBoxInside, obstacleBounds, type Hung, type SiteFace } from '@zarnel/core/figures';
import type { Obstacle } from '@zarnel/core/plan';
import type { Project } from '../project.ts';
import type { PointPx } from '../viewport.ts';
import type { BoxPx, Spot, Wanted } from './place-labels.ts';
import { LINE_RATIO, linesBox, type Font, type Measure } from './text-size.ts';

// The spots that names try. A name stands in what it names where it fits there, else beside it.

/** A name as it is drawn, about a middle. */
export type Name = {
  readonly at: PointPx;
  readonly lines: readonly string[];
  /** What is said after it, quieter. */
  readonly aside: string;
  readonly font: Font;
  readonly isUpright: boolean;
};

const RANKS = { inHand: 1, face: 2, gear: 3, obstacle: 4 };
const INSET_PX = 5;
const BESIDE_PX = 4;
const PLAIN: Font = { px: 13, isBold: false };
const BOLD: Font = { px: 13, isBold: true };
const SMALL: Font = { px: 11, isBold: false };
/** Things this much higher than wide may have their name along them. */
const TALL_RATIO = 2.5;
/** A word that is cut keeps at least so many letters. */
const LEAST_LETTERS = 4;

/** In a corner of the face, with its side if there is room; else shorter; else under or over it. */
export function faceName(
  face: SiteFace,
  project: Project,
  { isInHand, isFar }: { readonly isInHand: boolean; readonly isFar: boolean },
  measure: Measure,
  isFreeOfFaces: (box: BoxPx) => boolean,
): Wanted<Name> {
  const outline = face.outline.map((point) => project(face.id, point));
  const bounds = boxOfPoints(outline);
  const font = isFar ? SMALL : isInHand ? BOLD : PLAIN;
  const side = face.face.shape.kind === 'reverse' ? ' · other side' : ` · ${face.face.side}`;
  const spots: Spot<Name>[] = [];
  const texts = isFar
    ? [['', 0] as const]
    : ([
        [side, 0],
        ['', 3],
      ] as const);
  for (const [aside, cost] of texts) {
    const width = measure(face.name, font) + (aside === '' ? 0 : measure(aside, { ...font, isBold: false }));
    const height = font.px * LINE_RATIO;
    const [left, right] = [bounds.minX + INSET_PX + width / 2, bounds.maxX - INSET_PX - width / 2];
    const [top, bottom] = [bounds.minY + INSET_PX + height / 2, bounds.maxY - INSET_PX - height / 2];
    const [x, y] = [(bounds.minX + bounds.maxX) / 2, (bounds.minY + bounds.maxY) / 2];
    const inside: readonly PointPx[] = [
      [left, bottom],
      [left, top],
      [right, bottom],
      [right, top],
      [x, bottom],
      [x, y],
      [x, top],
    ];
    const spotAt = (at: PointPx, more: number): Spot<Name> => ({
      box: linesBox(at, width, font.px),
      cost: cost + more,
      drawn: { at, lines: [face.name], aside, font, isUpright: false },
    });
    inside.forEach((at, index) => {
      const spot = spotAt(at, index * 0.5);
      if (isBoxInside(spot.box, outline)) spots.push(spot);
    });
    if (aside === '') {
      const outside: readonly PointPx[] = [
        [left, bounds.maxY + BESIDE_PX + height / 2],
        [left, bounds.minY - BESIDE_PX - height / 2],
      ];
      outside.forEach((at, index) => {
        const spot = spotAt(at, 8 + index);
        if (isFreeOfFaces(spot.box)) spots.push(spot);
      });
    }
  }
  if (spots.length === 0 && !isFar) {
    const room = bounds.maxX - bounds.minX - 2 * INSET_PX;
    const cut = cutTo(face.name, room, font, measure);
    const at: PointPx = [
      bounds.minX + INSET_PX + room / 2,
      bounds.maxY - INSET_PX - (font.px * LINE_RATIO) / 2,
    ];
    if (cut !== null)
      spots.push({
        box: linesBox(at, room, font.px),
        cost: 0,
        drawn: { at, lines: [cut], aside: '', font, isUpright: false },
      });
  }
  return { key: `face ${face.id}`, rank: isInHand ? RANKS.inHand : RANKS.face, owner: null, spots };
}

/** Within its body in as many lines as it needs; else in one line beside it; else with words cut. */
export function gearName(
  { id, body, placement, face, type }: Hung,
  project: Project,
  measure: Measure,
): Wanted<Name> {
  const bounds = boxOfPoints([
    project(face.id, [body.minX, body.minY]),
    project(face.id, [body.maxX, body.maxY]),
  ]);
  const room = { width: bounds.maxX - bounds.minX - 6, height: bounds.maxY - bounds.minY - 4 };
  const middle: PointPx = [(bounds.minX + bounds.maxX) / 2, (bounds.minY + bounds.maxY) / 2];
  const spots: Spot<Name>[] = [];
  const within = (cost: number, mayCut: boolean) => {
    for (const font of mayCut ? [SMALL] : [PLAIN, SMALL]) {
      const lines = wrapped(placement.name, room.width, font, measure, mayCut);
      if (lines === null || lines.length * font.px * LINE_RATIO > room.height) continue;
      const width = Math.max(...lines.map((line) => measure(line, font)));
      // The middle of a board is where gear hangs: it is named in its lower right corner.
      const at: PointPx =
        type.kind === 'board'
          ? [
              bounds.maxX - INSET_PX - width / 2,
              bounds.maxY - INSET_PX - (lines.length * font.px * LINE_RATIO) / 2,
            ]
          : middle;
      spots.push({
        box: linesBox(at, width, font.px, lines.length),
        cost,
        drawn: { at, lines, aside: '', font, isUpright: false },
      });
      return;
    }
  };
  within(0, false);
  spots.push(...besideSpots(placement.name, bounds, 2, measure));
  within(12, true);
  return { key: `gear ${id}`, rank: RANKS.gear, owner: id, spots };
}

/** Over or under all its modules where that is free, else in them. */
export function fieldName(
  id: string,
  name: string,
  corners: readonly PointPx[],
  measure: Measure,
): Wanted<Name> {
  const bounds = boxOfPoints(corners);
  const width = measure(name, PLAIN);
  const at: PointPx = [
    bounds.minX + INSET_PX + width / 2,
    bounds.minY + INSET_PX + (PLAIN.px * LINE_RATIO) / 2,
  ];
  return {
    key: `field ${id}`,
    rank: RANKS.gear,
    owner: id,
    spots: [
      ...besideSpots(name, bounds, 3, measure),
      {
        box: linesBox(at, width, PLAIN.px),
        cost: 0,
        drawn: { at, lines: [name], aside: '', font: PLAIN, isUpright: false },
      },
    ],
  };
}

/** In its hatch if it fits there, along it if it is tall; else beside it. */
export function obstacleName(
  faceId: string,
  obstacle: Obstacle,
  project: Project,
  measure: Measure,
): Wanted<Name> {
  const { name, shape } = obstacle;
  const box = obstacleBounds(obstacle);
  const bounds = boxOfPoints([project(faceId, [box.minX, box.minY]), project(faceId, [box.maxX, box.maxY])]);
  const [width, height] = [bounds.maxX - bounds.minX, bounds.maxY - bounds.minY];
  const font: Font = { px: 12, isBold: false };
  const long = measure(name, font);
  const high = font.px * LINE_RATIO;
  const spots: Spot<Name>[] = [];
  const push = (at: PointPx, cost: number, isUpright: boolean) =>
    spots.push({
      box: isUpright ? linesBox(at, high, long / LINE_RATIO) : linesBox(at, long, font.px),
      cost,
      drawn: { at, lines: [name], aside: '', font, isUpright },
    });
  if (shape.kind === 'box') {
    const middle: PointPx = [(bounds.minX + bounds.maxX) / 2, (bounds.minY + bounds.maxY) / 2];
    if (long + 4 <= width && high <= height) push(middle, 0, false);
    else if (long + 4 <= height && high <= width && height > width * TALL_RATIO) push(middle, 0, true);
    spots.push(...besideSpots(name, bounds, 2, measure, font));
  } else {
    // Along the longest stretch of it, on either side.
    const points = shape.pointsMm.map((point) => project(faceId, point));
    const stretches = points
      .slice(1)
      .map((to, index) => [points[index] ?? to, to] as const)
      .sort((a, b) => lengthPx(b) - lengthPx(a));
    const aside = high / 2 + BESIDE_PX;
    stretches.slice(0, 3).forEach(([from, to], index) => {
      const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
      const isUpright = Math.abs(to[1] - from[1]) > Math.abs(to[0] - from[0]) * TALL_RATIO;
      const isLevel = Math.abs(to[1] - from[1]) * TALL_RATIO < Math.abs(to[0] - from[0]);
      const spotsOf: readonly (readonly [PointPx, boolean])[] = isUpright
        ? [
            [[x - aside, y], true],
            [[x + aside, y], true],
            [[x + BESIDE_PX + long / 2, y], false],
            [[x - BESIDE_PX - long / 2, y], false],
          ]
        : isLevel
          ? [
              [[x, y - aside], false],
              [[x, y + aside], false],
            ]
          : [
              [[x + BESIDE_PX + long / 2, y + aside], false],
              [[x - BESIDE_PX - long / 2, y - aside], false],
            ];
      spotsOf.forEach(([at, upright], place) => push(at, index * 2 + place, upright));
    });
  }
  return { key: `obstacle ${obstacle.id}`, rank: RANKS.obstacle, owner: obstacle.id, spots };
}

/** One line below, above, right and left of a thing. */
function besideSpots(
  text: string,
  bounds: BoxPx,
  cost: number,
  measure: Measure,
  font: Font = SMALL,
): Spot<Name>[] {
  const width = measure(text, font);
  const half = (font.px * LINE_RATIO) / 2 + BESIDE_PX;
  const [x, y] = [(bounds.minX + bounds.maxX) / 2, (bounds.minY + bounds.maxY) / 2];
  const aside = width / 2 + BESIDE_PX + 2;
  const places: readonly PointPx[] = [
    [x, bounds.maxY + half],
    [x, bounds.minY - half],
    [bounds.maxX + aside, y],
    [bounds.minX - aside, y],
  ];
  return places.map((at, index) => ({
    box: linesBox(at, width, font.px),
    cost: cost + index,
    drawn: { at, lines: [text], aside: '', font, isUpright: false },
  }));
}

/** Words on lines no wider than there is room; null where one does not fit whole, or cut. */
function wrapped(
  text: string,
  widthPx: number,
  font: Font,
  measure: Measure,
  mayCut: boolean,
): string[] | null {
  const lines: string[] = [];
  for (const whole of text.split(' ')) {
    const fits = measure(whole, font) <= widthPx;
    if (!fits && !mayCut) return null;
    const word = fits ? whole : cutTo(whole, widthPx, font, measure);
    if (word === null) return null;
    const last = lines.at(-1);
    if (last !== undefined && measure(`${last} ${word}`, font) <= widthPx)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** As much of a text as there is room for; null where that is too little to be told by. */
function cutTo(text: string, widthPx: number, font: Font, measure: Measure): string | null {
  for (let letters = text.length; letters >= LEAST_LETTERS; letters--) {
    const cut = letters === text.length ? text : `${text.slice(0, letters)}…`;
    if (measure(cut, font) <= widthPx) return cut;
  }
  return null;
}

function lengthPx([from, to]: readonly [PointPx, PointPx]): number {
  return Math.hypot(to[0] - from[0], to[1] - from[1]);
}
