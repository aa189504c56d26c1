import { lazily } from '../../ui/lazily.ts';
import type { Room } from '../room.ts';

const ArrayBench = lazily(async () => (await import('./ArrayBench.tsx')).ArrayBench);
const FieldPanel = lazily(async () => (await import('./FieldPanel.tsx')).FieldPanel);
const StringPanel = lazily(async () => (await import('./StringPanel.tsx')).StringPanel);

export const ARRAY_ROOM: Room = {
  below: ArrayBench,
  lists: 'of-step',
  panels: {
    field: {
      isThere: ({ id, prepared }) => prepared.moduleFields.get(id) !== undefined,
      Panel: ({ id, ...props }) => {
        const field = props.prepared.moduleFields.get(id);
        return field === undefined ? null : <FieldPanel key={id} field={field} {...props} />;
      },
    },
    string: {
      isThere: ({ id, prepared }) => prepared.moduleStrings.get(id) !== undefined,
      Panel: ({ id, ...props }) => {
        const string = props.prepared.moduleStrings.get(id);
        return string === undefined ? null : <StringPanel key={id} string={string} {...props} />;
      },
    },
  },
};
