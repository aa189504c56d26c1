import { countText } from '@zarnel/core/words';
import type { Away, SaveState } from '../state/autosaver.ts';

/** What has become of the edits, in two words. */
export function SaveBadge({ state }: { readonly state: SaveState }) {
  const isShort = state.kind === 'saved' || state.kind === 'saving';
  return (
    <span
      role="status"
      aria-live="polite"
      className={`${isShort ? 'shrink-0 whitespace-nowrap' : 'line-clamp-2 min-w-0 leading-tight'} ${INKS[state.kind]}`}
      title={textOf(state)}
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
  'sign-in': 'Sign in again',
};

function textOf(state: SaveState): string {
  switch (state.kind) {
    case 'saved':
      return 'Saved';
    case 'saving':
      return 'Saving';
    case 'offline': {
      const answered = state.status !== null && state.why === 'unreachable' && state.status < 500;
      return `${AWAY[state.why]}${answered ? ` (something between answers ${state.status})` : ''}, ${editsText(state)}`;
    }
    case 'conflict':
      return 'Two versions';
    case 'refused':
      return `Not saved, ${editsText(state)}, tried again by itself (${state.status}): ${state.message}`;
  }
}

/** What has become of the edits meanwhile. */
function editsText({ editCount, isKept }: { readonly editCount: number; readonly isKept: boolean }): string {
  return `${countText(editCount, 'edit', 'edits')} ${isKept ? 'kept' : 'not kept here: export the job now'}`;
}
