import { useMemo, type PointerEvent } from 'react';
import { sheetFromFace, type BoxMm, type SheetPlace, type Site } from '@zarnel/core/figures';
import { pathOf } from './project.ts';
import { POLE_PX } from './StoryPole.tsx';
import { fitted, screenFromSheet, sheetFromScreen, type Viewport } from './viewport.ts';

type Props = {
  readonly site: Site;
  readonly places: ReadonlyMap<string, SheetPlace>;
  readonly bounds: BoxMm;
  readonly inHand: string | null;
  /** What of the sheet is on the screen. */
  readonly viewport: Viewport;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly onLook: (viewport: Viewport) => void;
};

const SIZE = { width: POLE_PX.up - 1, height: POLE_PX.across - 1 };
const MARGIN_PX = 4;

/** The whole sheet in little, with a piece of tape on what is looked at. Pressed, that is looked at. */
export function KeySheet({ site, places, bounds, inHand, viewport, widthPx, heightPx, onLook }: Props) {
  const key = useMemo(() => fitted(bounds, SIZE.width, SIZE.height, MARGIN_PX), [bounds]);
  const outlines = useMemo(
    () =>
      [...places].map(([id, place]) => {
        const outline = site.faces.get(id)?.outline ?? [];
        return {
          id,
          d: pathOf(
            outline.map((point) => screenFromSheet(key, sheetFromFace(place, point))),
            true,
          ),
        };
      }),
    [places, site, key],
  );
  const [left, top] = screenFromSheet(key, sheetFromScreen(viewport, [0, 0]));
  const [right, bottom] = screenFromSheet(key, sheetFromScreen(viewport, [widthPx, heightPx]));
  const look = (event: PointerEvent<SVGSVGElement>) => {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = sheetFromScreen(key, [event.clientX - box.left, event.clientY - box.top]);
    const { scale } = viewport;
    onLook({ scale, left: widthPx / 2 - x * scale, top: heightPx / 2 + y * scale });
  };
  return (
    <svg
      width={SIZE.width}
      height={SIZE.height}
      className="block touch-none overflow-hidden"
      role="img"
      aria-label="Where on the whole sheet this is"
      data-testid="key-sheet"
      onPointerDown={look}
      onPointerMove={look}
    >
      {outlines.map(({ id, d }) => (
        <path
          key={id}
          d={d}
          fill="var(--ground-paper)"
          stroke="var(--ink-pencil)"
          strokeWidth={id === inHand ? 1.5 : 0.5}
        />
      ))}
      <rect
        x={left}
        y={top}
        width={Math.max(1, right - left)}
        height={Math.max(1, bottom - top)}
        fill="var(--ground-kraft)"
        fillOpacity={0.35}
        stroke="var(--ink-kraft)"
        strokeWidth={1.5}
      />
    </svg>
  );
}
