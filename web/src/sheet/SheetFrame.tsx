import type { ReactNode } from 'react';
import type { Prepared, SiteFace, StoryPoles } from '@zarnel/core/figures';
import type { Reader } from '@zarnel/core/words';
import { PlanStripView, STRIP_PX } from './PlanStripView.tsx';
import type { Project } from './project.ts';
import { POLE_PX, StoryPole } from './StoryPole.tsx';

/** A mark of a story pole that is pointed at, across the sheet. */
export type Pointed = { readonly axis: 'across' | 'up'; readonly px: number } | null;

type Props = {
  readonly prepared: Prepared;
  readonly face: SiteFace;
  readonly poles: StoryPoles;
  readonly project: Project;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly hasStrip: boolean;
  readonly selectedIds: readonly string[];
  readonly reader: Reader;
  readonly onPoint: (pointed: Pointed) => void;
  /** What stands between the two poles. */
  readonly corner: ReactNode;
};

/** What stands around the sheet: the story poles of the face in hand, the wall from above, the key sheet. */
export function SheetFrame(props: Props) {
  const {
    prepared,
    face,
    poles,
    project,
    widthPx,
    heightPx,
    hasStrip,
    selectedIds,
    reader,
    onPoint,
    corner,
  } = props;
  const stripPx = hasStrip ? STRIP_PX : 0;
  const point = (axis: 'across' | 'up') => (px: number | null) => onPoint(px === null ? null : { axis, px });
  return (
    <>
      <StoryPole
        axis="across"
        marks={poles.across}
        toPx={(at) => project(face.id, [at, face.bounds.minY])[0]}
        lengthPx={widthPx}
        reader={reader}
        faceName={face.name}
        raisedPx={stripPx}
        onPoint={point('across')}
      />
      <StoryPole
        axis="up"
        marks={poles.up}
        toPx={(at) => project(face.id, [face.bounds.minX, at])[1]}
        lengthPx={heightPx}
        reader={reader}
        faceName={face.name}
        raisedPx={stripPx}
        onPoint={point('up')}
      />
      {hasStrip && (
        <div className="absolute left-0" style={{ bottom: 0, height: STRIP_PX }}>
          <PlanStripView
            prepared={prepared}
            faceId={face.id}
            faceName={face.name}
            selectedIds={selectedIds}
            reader={reader}
            widthPx={widthPx + POLE_PX.up}
          />
        </div>
      )}
      <div
        className="absolute left-0 border-t border-r border-pencil"
        style={{ width: POLE_PX.up, height: POLE_PX.across, bottom: stripPx }}
      >
        {corner}
      </div>
    </>
  );
}
