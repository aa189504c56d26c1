import { memo, useDeferredValue, useMemo } from 'react';
import { storyPoles, type BoxMm, type Prepared, type SheetPlace, type SiteFace } from '@zarnel/core/figures';
import type { Reader } from '@zarnel/core/words';
import { KeySheet } from './KeySheet.tsx';
import { PlanStripView, STRIP_PX } from './PlanStripView.tsx';
import type { Project } from './project.ts';
import { POLE_PX, StoryPole } from './StoryPole.tsx';
import type { Viewport } from './viewport.ts';

/** A mark of a story pole that is pointed at, across the sheet. */
export type Pointed = { readonly axis: 'across' | 'up'; readonly px: number } | null;

type Props = {
  readonly prepared: Prepared;
  /** While something is dragged what stands round the sheet follows as there is time: the sheet comes first. */
  readonly isTrying: boolean;
  readonly face: SiteFace;
  readonly project: Project;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly hasStrip: boolean;
  readonly selectedIds: readonly string[];
  readonly reader: Reader;
  readonly onPoint: (pointed: Pointed) => void;
  readonly places: ReadonlyMap<string, SheetPlace>;
  readonly bounds: BoxMm;
  readonly viewport: Viewport;
  readonly onLook: (viewport: Viewport) => void;
};

/** What stands around the sheet: the story poles of the face in hand, the wall from above, the key sheet. */
export const SheetFrame = memo(function SheetFrame(props: Props) {
  const { face, project, widthPx, heightPx, hasStrip, selectedIds, reader, onPoint } = props;
  const calm = useDeferredValue(props.prepared);
  const prepared = props.isTrying ? calm : props.prepared;
  const poles = useMemo(() => storyPoles(prepared, face.id), [prepared, face.id]);
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
        <KeySheet
          site={prepared.site}
          places={props.places}
          bounds={props.bounds}
          inHand={face.id}
          viewport={props.viewport}
          widthPx={widthPx}
          heightPx={heightPx}
          onLook={props.onLook}
        />
      </div>
    </>
  );
});
