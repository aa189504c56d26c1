import { countText } from '@zarnel/core/words';
import type { Away, SaveState } from '../state/autosaver.ts';

/** What has become of the edits, in two words. */
export function SaveBadge({ state }: { readonly state: SaveState }) {
  return (
    <>
      <span
        role="status"
        aria-live="polite"
        className={`min-w-0 ${state.kind === 'refused' ? 'line-clamp-2' : 'whitespace-nowrap'} ${INKS[state.kind]}`}
        title={textOf(state)}
        data-testid="save-state"
      >
        {textOf(state)}
      </span>
      {state.kind === 'offline' && state.why === 'sign-in' && (
        // Beside this page, which keeps the edits; whoever comes back to it is saved at once.
        <a className="whitespace-nowrap underline" href="/jobs" target="_blank" rel="noreferrer">
          Open the sign-in page
        </a>
      )}
    </>
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
      return `Not saved (${state.status}): ${state.message} ${editsText(state)}, tried again by itself`;
  }
}

/** What has become of the edits meanwhile. */
function editsText({ editCount, isKept }: { readonly editCount: number; readonly isKept: boolean }): string {
  return `${countText(editCount, 'edit', 'edits')} ${isKept ? 'kept' : 'not kept here: export the job now'}`;
}
