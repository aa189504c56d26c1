import { countText } from '@zarnel/core/words';
import type { Away, SaveState } from '../state/autosaver.ts';

/** What has become of the edits, in two words. */
export function SaveBadge({ state }: { readonly state: SaveState }) {
  return (
    <span
      role="status"
      aria-live="polite"
      className={`whitespace-nowrap ${INKS[state.kind]}`}
      data-testid="save-state"
    >
      {textOf(state)}
    </span>
  );
}

const INKS: Record<SaveState['kind'], string> = {
  saved: 'text-solder',
  saving: 'text-kraft',
  offline: 'font-semibold text-kraft',
  conflict: 'font-semibold text-crayon',
  refused: 'font-semibold text-crayon',
};

const AWAY: Record<Away, string> = {
  unreachable: 'Offline',
  'disk-full': 'The server’s disk is full',
};

function textOf(state: SaveState): string {
  switch (state.kind) {
    case 'saved':
      return 'Saved';
    case 'saving':
      return 'Saving';
    case 'offline':
      return `${AWAY[state.why]}, ${countText(state.editCount, 'edit', 'edits')} ${
        state.isKept ? 'kept' : 'not kept here: export the job now'
      }`;
    case 'conflict':
      return 'Two versions';
    case 'refused':
      return `Not saved: ${state.message}`;
  }
}
