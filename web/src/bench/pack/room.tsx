import { lazily } from '../../ui/lazily.ts';
import type { Room } from '../room.ts';

const PackBench = lazily(async () => (await import('./PackBench.tsx')).PackBench);

export const PACK_ROOM: Room = {
  below: ({ plan, current, reader }) => (
    <PackBench sheets={current?.sheets ?? null} jobName={plan.name} reader={reader} />
  ),
  lists: 'none',
  isPaper: true,
  panels: {},
};
