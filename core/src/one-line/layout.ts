import { toldText, type Telling, type Told } from '../quantity/told.ts';
import type { OneLine } from './graph.ts';
import { textWidth } from './shapes.ts';
import { SYMBOL } from './symbols.ts';

export const TEXT_SIZE = 9;
export const LINE_HEIGHT = 12;

type AskedLabel = {
  readonly id: string;
  readonly text: string;
  readonly width: number;
  readonly height: number;
};

/** What a layout library for layered graphs is asked, in the JSON of the Eclipse Layout Kernel. */
export type AskedLayout = {
  readonly id: string;
  readonly layoutOptions: Readonly<Record<string, string>>;
  readonly children: readonly {
    readonly id: string;
    readonly width: number;
    readonly height: number;
    readonly labels: readonly AskedLabel[];
    readonly layoutOptions: Readonly<Record<string, string>>;
    readonly ports: readonly {
      readonly id: string;
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly layoutOptions: Readonly<Record<string, string>>;
    }[];
  }[];
  readonly edges: readonly {
    readonly id: string;
    readonly sources: readonly string[];
    readonly targets: readonly string[];
    readonly labels: readonly AskedLabel[];
  }[];
};

/** What comes back of it, as far as it is used. */
export type GivenLayout = {
  readonly width?: number;
  readonly height?: number;
  readonly children?: readonly {
    readonly id: string;
    readonly x?: number;
    readonly y?: number;
    readonly labels?: readonly { readonly x?: number; readonly y?: number; readonly width?: number }[];
  }[];
  readonly edges?: readonly {
    readonly id: string;
    readonly sections?: readonly {
      readonly startPoint: Point;
      readonly endPoint: Point;
      readonly bendPoints?: readonly Point[];
    }[];
    readonly labels?: readonly { readonly x?: number; readonly y?: number }[];
    /** Where lines that end at one place run together. */
    readonly junctionPoints?: readonly Point[];
  }[];
};
type Point = { readonly x: number; readonly y: number };

/** The question to the library: left to right, lines along and across, with room for what stands beside them. */
export function askedLayout({ nodes, edges }: OneLine, telling: Telling): AskedLayout {
  return {
    id: 'root',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.layered.spacing.nodeNodeBetweenLayers': '36',
      'elk.spacing.nodeNode': '26',
      'elk.spacing.edgeNode': '16',
      'elk.spacing.edgeEdge': '12',
      'elk.spacing.edgeLabel': '4',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.edgeLabels.inline': 'false',
      'elk.separateConnectedComponents': 'true',
      'elk.randomSeed': '1',
    },
    children: nodes.map(({ id, texts }) => {
      const port = (side: 'WEST' | 'EAST', x: number) => ({
        id: `${id} ${side}`,
        x,
        y: SYMBOL / 2,
        width: 0,
        height: 0,
        layoutOptions: { 'elk.port.side': side },
      });
      return {
        id,
        width: SYMBOL,
        height: SYMBOL,
        labels: labelsOf(id, texts, telling),
        layoutOptions: {
          'elk.portConstraints': 'FIXED_POS',
          'elk.nodeLabels.placement': '[OUTSIDE, V_BOTTOM, H_CENTER]',
        },
        ports: [port('WEST', 0), port('EAST', SYMBOL)],
      };
    }),
    edges: edges.map(({ id, from, to, texts }) => ({
      id,
      sources: [`${from} EAST`],
      targets: [`${to} WEST`],
      labels: labelsOf(id, texts, telling),
    })),
  };
}

function labelsOf(id: string, texts: readonly Told[], telling: Telling): AskedLabel[] {
  if (texts.length === 0) return [];
  const lines = texts.map((text) => toldText(text, telling));
  const width = Math.max(...lines.map((text) => textWidth(text, TEXT_SIZE)));
  return [{ id: `${id} label`, text: lines.join('\n'), width, height: lines.length * LINE_HEIGHT }];
}
