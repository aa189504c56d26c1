/** A point of a drawing on paper: x right, y down, in points of 1/72 in. */
export type XY = readonly [number, number];

/** Marks of a drawing, each in one of the five inks. */
export type Shape =
  | {
      readonly kind: 'line';
      readonly points: readonly XY[];
      readonly ink: Ink;
      readonly isDashed?: boolean;
      readonly isClosed?: boolean;
      readonly isFilled?: boolean;
    }
  | {
      readonly kind: 'circle';
      readonly at: XY;
      readonly radius: number;
      readonly ink: Ink;
      readonly isFilled?: boolean;
    }
  | {
      readonly kind: 'text';
      readonly at: XY;
      readonly text: string;
      readonly size: number;
      readonly ink: Ink;
      readonly anchor: 'start' | 'middle';
      readonly isStrong?: boolean;
    };
export type Ink = 'pencil' | 'chalk' | 'crayon' | 'kraft' | 'solder';

export const INKS: Readonly<Record<Ink, string>> = {
  pencil: '#2B2F33',
  chalk: '#1C4A8F',
  crayon: '#952410',
  kraft: '#664A18',
  solder: '#1A5A51',
};

/** Of a text as it stands in the drawing, by its characters: room for it, never too little for a face of usual width. */
export function textWidth(text: string, size: number): number {
  return Array.from(text).length * size * 0.56;
}
