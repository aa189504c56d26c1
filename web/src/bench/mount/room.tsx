import { lazily } from '../../ui/lazily.ts';
import type { PanelProps, Room, RoomProps } from '../room.ts';
import { HangGear } from './HangGear.tsx';

const ArrangePanel = lazily(async () => (await import('./ArrangePanel.tsx')).ArrangePanel);
const ClearanceTable = lazily(async () => (await import('./ClearanceTable.tsx')).ClearanceTable);
const PlacementPanel = lazily(async () => (await import('./PlacementPanel.tsx')).PlacementPanel);
const JobRules = lazily(async () => (await import('./JobRules.tsx')).JobRules);
const LoadFactorFields = lazily(async () => (await import('./LoadFactorFields.tsx')).LoadFactorFields);

function OfTheWholeJob(props: RoomProps) {
  return (
    <>
      <h2 className="sr-only">Of the whole job</h2>
      <ClearanceTable {...props} />
      <div className="mt-3">
        <ArrangePanel {...props} />
        <JobRules plan={props.plan} />
        <LoadFactorFields plan={props.plan} />
      </div>
    </>
  );
}

function Placement({ id, current, ...props }: PanelProps) {
  const item = props.prepared.hung.get(id);
  return item === undefined ? null : (
    <PlacementPanel key={id} item={item} routes={current?.routes ?? null} {...props} />
  );
}

export const MOUNT_ROOM: Room = {
  above: HangGear,
  below: OfTheWholeJob,
  lists: 'of-step',
  panels: {
    placement: { isThere: ({ id, prepared }) => prepared.hung.has(id), Panel: Placement },
    // A nipple is shown with what it leaves.
    nipple: {
      isThere: ({ id, prepared }) => prepared.hung.has(prepared.ownerOf({ kind: 'nipple', id }).id),
      Panel: ({ id, ...props }) => (
        <Placement id={props.prepared.ownerOf({ kind: 'nipple', id }).id} {...props} />
      ),
    },
  },
};
