import { memo, useMemo } from 'react';
import { storyPoles, type BoxMm, type Prepared, type SheetPlace, type SiteFace } from '@zarnel/core/figures';
import type { Reader } from '@zarnel/core/words';
import { KeySheet } from './KeySheet.tsx';
import { PlanStripView, STRIP_PX } from './PlanStripView.tsx';
import type { Project } from './project.ts';
import { POLE_PX, StoryPole, type Pointed } from './StoryPole.tsx';
import { useFollowed } from './use-followed.ts';
import type { Viewport } from './viewport.ts';

type Props = {
  readonly prepared: Prepared;
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
  const prepared = useFollowed(props.prepared);
  const poles = useMemo(() => storyPoles(prepared, face.id), [prepared, face.id]);
  const stripPx = hasStrip ? STRIP_PX : 0;
  return (
    <>
      <StoryPole
        axis="across"
        marks={poles.across}
        face={face}
        project={project}
        lengthPx={widthPx}
        reader={reader}
        raisedPx={stripPx}
        onPoint={onPoint}
      />
      <StoryPole
        axis="up"
        marks={poles.up}
        face={face}
        project={project}
        lengthPx={heightPx}
        reader={reader}
        raisedPx={stripPx}
        onPoint={onPoint}
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
