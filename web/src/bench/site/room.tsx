import { lazily } from '../../ui/lazily.ts';
import type { Room } from '../room.ts';

// What a room shows comes with it, once it is entered.
const SiteBench = lazily(async () => (await import('./SiteBench.tsx')).SiteBench);
const FacePanel = lazily(async () => (await import('./FacePanel.tsx')).FacePanel);

export const SITE_ROOM: Room = {
  above: SiteBench,
  lists: 'all',
  backTo: 'Back to the whole site',
  panels: {
    face: {
      isThere: ({ id, prepared }) => prepared.site.faces.has(id),
      Panel: ({ id, ...props }) => {
        const face = props.prepared.site.faces.get(id);
        return face === undefined ? null : <FacePanel key={id} face={face} {...props} />;
      },
    },
  },
};
