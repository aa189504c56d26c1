import { DxfWriter, LWPolylineFlags, point2d, Units } from '@tarikjabiri/dxf';
import DxfParser, { type IDxf, type ILwpolylineEntity, type IPolylineEntity } from 'dxf-parser';
import type { LengthUnit } from '../quantity/parse-length.ts';
import type { PointMm } from '../plan/values.ts';
import { fail, ok, type Result } from '../result.ts';
import { findLoops, type Segment } from '../geometry/loops.ts';

/** The package’s types describe another module format than it ships: its default is the class itself. */
const Parser = DxfParser as unknown as new () => { readonly parseSync: (text: string) => IDxf | null };

/** A closed shape in a drawing, in the drawing’s own units. */
export type DrawnOutline = { readonly layer: string; readonly points: readonly PointMm[] };

/** What a drawing offers as outlines, and what of it was left out. */
export type DrawnOutlines = {
  /** As the file says; null where it does not, and a person has to. */
  readonly unit: LengthUnit | null;
  readonly outlines: readonly DrawnOutline[];
  /** Kinds of entity that are no outline, with how many of each, by name. */
  readonly leftOut: readonly { readonly kind: string; readonly count: number }[];
};

/** $INSUNITS of the DXF reference. */
const UNIT_OF_CODE: Readonly<Record<number, LengthUnit>> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm' };
const READ = new Set(['LWPOLYLINE', 'POLYLINE', 'LINE']);
/** Parts of the entities above, which stand for themselves in the file. */
const PARTS = new Set(['VERTEX', 'SEQEND']);
const MOST_CHARS = 10_000_000;
/** A drawing of 10 million characters has about one and a half million lines of text. */
const MOST_LINES = 2_000_000;
/** Groups of lines and polylines: tens of thousands of them. */
const MOST_READ_GROUPS = 400_000;
/** A drawing has some dozens of kinds of entity; more are told as others. */
const MOST_KINDS = 500;
const OTHER_KINDS = 'others';
/** A bulge is drawn by chords that stay this near to its arc, as a part of its radius. */
const SAGITTA_RATIO = 0.005;

/**
 * Reads closed polylines, and lines that close to loops, from a text DXF. Curved pieces become chords. Anything else
 * is counted and left out. Says why for text that is no DXF or has no closed shape.
 */
export function readDxfOutlines(text: string): Result<DrawnOutlines, string> {
  if (text.length > MOST_CHARS) return fail('The drawing is larger than 10 million characters.');
  if (countLines(text) > MOST_LINES) return fail('The drawing has more than 2 million lines of text.');
  const scan = scanDrawing(text);
  if (scan === null) return fail('This is not a text DXF: it has no ENTITIES section.');
  if (scan.readGroups > MOST_READ_GROUPS) {
    return fail(
      'The drawing has more lines and polylines than can be read here: save the layer with the outline on its own.',
    );
  }
  let drawing: IDxf | null;
  try {
    drawing = new Parser().parseSync(scan.text);
  } catch (error) {
    return fail(`The DXF could not be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
  const outlines: DrawnOutline[] = [];
  const segments = new Map<string, Segment[]>();
  for (const entity of drawing?.entities ?? []) {
    const { layer } = entity;
    if (isPolyline(entity) && entity.shape) outlines.push({ layer, points: withChords(entity.vertices) });
    else if (entity.type === 'LINE' && 'vertices' in entity) {
      const [a, b] = (entity as unknown as { vertices: { x: number; y: number }[] }).vertices;
      if (a === undefined || b === undefined) continue;
      const known = segments.get(layer) ?? [];
      known.push([[a.x, a.y], [b.x, b.y]]); // prettier-ignore
      segments.set(layer, known);
    }
  }
  for (const [layer, lines] of segments) {
    outlines.push(...findLoops(lines).map((points) => ({ layer, points })));
  }
  const leftOut = [...scan.counts]
    .filter(([kind]) => !READ.has(kind) && !PARTS.has(kind))
    .map(([kind, count]) => ({ kind, count }))
    .sort((a, b) => (a.kind < b.kind ? -1 : 1));
  // A count of corners that does not fit them leaves some without a place.
  const usable = outlines.filter(
    ({ points }) => points.length >= 3 && points.every((point) => point.every(Number.isFinite)),
  );
  if (usable.length === 0) {
    const others = leftOut.map(({ kind, count }) => `${count} ${kind}`).join(', ');
    return fail(
      `The drawing has no closed polyline or loop of lines${others === '' ? '' : `; it has ${others}`}.`,
    );
  }
  return ok({
    unit: scan.unitCode === null ? null : (UNIT_OF_CODE[scan.unitCode] ?? null),
    outlines: usable,
    leftOut,
  });
}

/** An outline as a DXF of one closed polyline, in mm. */
export function writeDxfOutline(points: readonly PointMm[], layer: string): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const layerName = layer.replace(/[^\w -]/gu, '_').slice(0, 60) || 'outline';
  dxf.addLayer(layerName, 7, 'CONTINUOUS');
  dxf.addLWPolyline(
    points.map(([x, y]) => ({ point: point2d(x, y) })),
    { flags: LWPolylineFlags.Closed, layerName },
  );
  return dxf.stringify();
}

function isPolyline(entity: { readonly type: string }): entity is ILwpolylineEntity | IPolylineEntity {
  return entity.type === 'LWPOLYLINE' || entity.type === 'POLYLINE';
}

function countLines(text: string): number {
  let count = 1;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === LINE_FEED || (code === CARRIAGE_RETURN && text.charCodeAt(at + 1) !== LINE_FEED)) count++;
  }
  return count;
}
const LINE_FEED = 10;
const CARRIAGE_RETURN = 13;

/** What a drawing holds of use here. */
type Scan = {
  /** Entities of the ENTITIES section by name, whether they are read or not. */
  readonly counts: ReadonlyMap<string, number>;
  /** $INSUNITS of the header, where there is one. */
  readonly unitCode: number | null;
  /** Groups of the entities that are read. */
  readonly readGroups: number;
  /** The entities that are read, as a drawing of their own: nothing else reaches the parser. */
  readonly text: string;
};

/**
 * Goes once through the groups of a DXF, each a line with its code and a line with its value. Null where it has no ENTITIES
 * section.
 */
function scanDrawing(text: string): Scan | null {
  const lines = text.split(/\r\n|\r|\n/u);
  const counts = new Map<string, number>();
  const kept = ['0', 'SECTION', '2', 'ENTITIES'];
  let [section, isNamed, isRead, hasEntities] = ['', true, false, false];
  let variable = '';
  let unitCode: number | null = null;
  let readGroups = 0;
  /** Whether a polyline was begun and not ended. */
  let isOpen = false;
  let index = lines.findIndex((line) => line.trim() !== '');
  if (index < 0) return null;
  for (; index + 1 < lines.length; index += 2) {
    const code = (lines[index] ?? '').trim();
    const value = (lines[index + 1] ?? '').trim();
    if (code === '0' && value === 'SECTION') isNamed = false;
    else if (code === '0' && value === 'ENDSEC') section = '';
    else if (code === '2' && !isNamed) {
      [section, isNamed, isRead] = [value, true, false];
      hasEntities ||= section === 'ENTITIES';
    } else if (section === 'HEADER') {
      if (code === '9') variable = value;
      else if (code === '70' && variable === '$INSUNITS') unitCode = Number(value);
    } else if (section === 'ENTITIES') {
      if (code === '0') {
        const kind = counts.size < MOST_KINDS || counts.has(value) ? value : OTHER_KINDS;
        if (value !== '') counts.set(kind, (counts.get(kind) ?? 0) + 1);
        // The parser never comes out of a polyline that is not ended, and knows no part without its whole.
        const isPart = PARTS.has(value);
        if (isOpen && !isPart) kept.push('0', 'SEQEND');
        isRead = isPart ? isOpen : READ.has(value);
        isOpen = isPart ? isOpen && value !== 'SEQEND' : value === 'POLYLINE';
      }
      if (isRead) {
        readGroups++;
        if (readGroups > MOST_READ_GROUPS) break;
        kept.push(code, value);
      }
    }
  }
  if (!hasEntities) return null;
  if (isOpen) kept.push('0', 'SEQEND');
  return { counts, unitCode, readGroups, text: [...kept, '0', 'ENDSEC', '0', 'EOF', ''].join('\n') };
}

type Vertex = { readonly x: number; readonly y: number; readonly bulge?: number };

/** A bulge is the tangent of a quarter of the arc’s angle, counter-clockwise when positive (DXF reference). */
function withChords(vertices: readonly Vertex[]): PointMm[] {
  return vertices.flatMap((from, index): PointMm[] => {
    const to = vertices[(index + 1) % vertices.length] ?? from;
    const start: PointMm = [from.x, from.y];
    const bulge = from.bulge ?? 0;
    if (bulge === 0) return [start];
    const angle = 4 * Math.atan(bulge);
    const half = [(to.x - from.x) / 2, (to.y - from.y) / 2] as const;
    // From the chord’s middle towards the centre, by the apothem over half the chord.
    const apothem = (1 - bulge * bulge) / (2 * bulge);
    const centre = [from.x + half[0] - half[1] * apothem, from.y + half[1] + half[0] * apothem] as const;
    const steps = Math.max(2, Math.ceil(Math.abs(angle) / (2 * Math.acos(1 - SAGITTA_RATIO))));
    const [rx, ry] = [from.x - centre[0], from.y - centre[1]];
    return Array.from({ length: steps }, (_, step): PointMm => {
      const turn = (angle * step) / steps;
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      return [centre[0] + rx * c - ry * s, centre[1] + rx * s + ry * c];
    });
  });
}
