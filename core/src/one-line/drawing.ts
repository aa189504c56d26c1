import type { Severity } from '../check/finding.ts';
import type { Ref } from '../plan/lists.ts';
import { toldText, type Telling } from '../quantity/told.ts';
import type { OneLine } from './graph.ts';
import { LINE_HEIGHT, TEXT_SIZE, type GivenLayout } from './layout.ts';
import type { Ink, Shape, XY } from './shapes.ts';
import { SYMBOL, symbolShapes } from './symbols.ts';

/** A part of the drawing that is pressed as one. */
export type DrawnPart = {
  readonly id: string;
  /** As a reader that does not see it is told. */
  readonly name: string;
  readonly ref: Ref | null;
  readonly shapes: readonly Shape[];
  readonly severity: Severity | null;
};

export type OneLineDrawing = {
  readonly width: number;
  readonly height: number;
  readonly parts: readonly DrawnPart[];
};

const MARGIN = 24;
const ORDER: readonly Severity[] = ['stop', 'fix', 'ask'];

/** The diagram as laid out, with the gravest finding of each part marked beside it. */
export function drawOneLine(
  { basis, nodes, edges }: OneLine,
  layout: GivenLayout,
  telling: Telling,
  findings: readonly { readonly severity: Severity; readonly subjects: readonly Ref[] }[],
): OneLineDrawing {
  const places = new Map((layout.children ?? []).map((each) => [each.id, each]));
  const ways = new Map((layout.edges ?? []).map((each) => [each.id, each]));
  const gravest = gravestBySubject(findings);
  const worst = (ref: Ref | null) => (ref === null ? null : (gravest.get(`${ref.kind} ${ref.id}`) ?? null));
  const drawnEdges = edges.map((edge): DrawnPart => {
    const way = ways.get(edge.id);
    const texts = edge.texts.map((text) => toldText(text, telling));
    const [label] = way?.labels ?? [];
    const at: XY = [(label?.x ?? 0) + MARGIN, (label?.y ?? 0) + MARGIN];
    const severity = texts.length === 0 ? null : worst(edge.ref);
    return {
      id: edge.id,
      name: texts.join(', '),
      ref: edge.ref,
      severity,
      shapes: [
        ...(way?.sections ?? []).map((section): Shape => ({
          kind: 'line',
          points: [section.startPoint, ...(section.bendPoints ?? []), section.endPoint].map(
            ({ x, y }): XY => [x + MARGIN, y + MARGIN],
          ),
          ink: 'pencil',
          isDashed: edge.carries === 'bond' || edge.carries === 'data',
        })),
        ...(way?.junctionPoints ?? []).map(({ x, y }): Shape => ({
          kind: 'circle',
          at: [x + MARGIN, y + MARGIN],
          radius: 2,
          ink: 'pencil',
          isFilled: true,
        })),
        ...textShapes(texts, at, 'start', 'chalk'),
        ...(severity === null ? [] : markShapes(severity, [at[0] - 8, at[1] + 5])),
      ],
    };
  });
  const drawnNodes = nodes.map((node): DrawnPart => {
    const texts = node.texts.map((text) => toldText(text, telling));
    const place = places.get(node.id);
    const [x, y] = [(place?.x ?? 0) + MARGIN, (place?.y ?? 0) + MARGIN];
    const [label] = place?.labels ?? [];
    const middle: XY = [x + (label?.x ?? 0) + (label?.width ?? 0) / 2, y + (label?.y ?? SYMBOL)];
    // A device is a part of its circuit: the mark stands at the circuit’s own texts.
    const severity = node.ref?.kind === 'circuit' ? null : worst(node.ref);
    return {
      id: node.id,
      name: texts.join(', '),
      ref: node.ref,
      severity,
      shapes: [
        ...symbolShapes(node.symbol, basis, [x, y], 'pencil'),
        ...textShapes(texts, middle, 'middle', 'pencil'),
        ...(severity === null ? [] : markShapes(severity, [x + SYMBOL + 4, y])),
      ],
    };
  });
  return {
    width: (layout.width ?? 0) + 2 * MARGIN,
    height: (layout.height ?? 0) + 2 * MARGIN,
    parts: [...drawnEdges, ...drawnNodes],
  };
}

function gravestBySubject(findings: Parameters<typeof drawOneLine>[3]): ReadonlyMap<string, Severity> {
  const gravest = new Map<string, Severity>();
  // Gravest last, so that it stands.
  for (const severity of [...ORDER].reverse())
    for (const { severity: own, subjects } of findings)
      if (own === severity) for (const { kind, id } of subjects) gravest.set(`${kind} ${id}`, severity);
  return gravest;
}

function textShapes(texts: readonly string[], [x, y]: XY, anchor: 'start' | 'middle', ink: Ink): Shape[] {
  return texts.map((text, index) => ({
    kind: 'text',
    at: [x, y + (index + 0.8) * LINE_HEIGHT],
    text,
    size: TEXT_SIZE,
    ink,
    anchor,
    isStrong: index === 0,
  }));
}

/** A finding’s own shape: a cross stops, a ring is to be fixed, a query mark asks. */
function markShapes(severity: Severity, [x, y]: XY): Shape[] {
  if (severity === 'stop') {
    return [
      { kind: 'line', points: [[x - 4, y - 4], [x + 4, y + 4]], ink: 'crayon' }, // prettier-ignore
      { kind: 'line', points: [[x + 4, y - 4], [x - 4, y + 4]], ink: 'crayon' }, // prettier-ignore
    ];
  }
  if (severity === 'fix') return [{ kind: 'circle', at: [x, y], radius: 4, ink: 'crayon' }];
  return [
    { kind: 'text', at: [x, y + 4], text: '?', size: 12, ink: 'crayon', anchor: 'middle', isStrong: true },
  ];
}
