import { useState, useSyncExternalStore } from 'react';
import { keeping, KEPT_THINGS, type KeptThing } from '../browser/keeping.ts';
import type { UnreadDraft } from '../state/drafts.ts';
import { letGoUnread } from '../state/job-session.ts';
import { useAppSelector } from '../state/store.ts';
import { Button } from '../ui/Button.tsx';
import { downloadText } from '../ui/download.ts';

const THINGS: Readonly<Record<KeptThing, string>> = {
  edits: 'edits that are not saved yet',
  readings: 'readings that are not sent yet',
  steps: 'steps to undo after a reload',
  choices: 'your choices (units, name, half-typed gear)',
};

/** What this browser does not keep, and what it kept and cannot be read any more. Nothing where all is well. */
export function KeepingNotice() {
  const lost = useSyncExternalStore(keeping.subscribe, keeping.notKept);
  const unread = useAppSelector((state) => state.view.unread);
  const [putAway, setPutAway] = useState<ReadonlySet<KeptThing>>(new Set());
  const told = KEPT_THINGS.filter((thing) => lost.has(thing) && !putAway.has(thing));
  return (
    <>
      {told.length > 0 && (
        <p
          role="status"
          data-testid="not-kept"
          className="no-print flex items-center justify-between gap-4 border-b border-pencil bg-tape px-4 py-1"
        >
          <span>
            This browser does not keep {listed(told.map((thing) => THINGS[thing]))}. All else works; what is
            not saved when this page closes is gone.
          </span>
          <Button
            look="quiet"
            className="shrink-0"
            onClick={() => setPutAway(new Set([...putAway, ...told]))}
          >
            Put away
          </Button>
        </p>
      )}
      {unread.map((each) => (
        <Unread key={each.id} draft={each} />
      ))}
    </>
  );
}

function Unread({ draft }: { readonly draft: UnreadDraft }) {
  const [isSaved, setSaved] = useState(false);
  return (
    <p
      role="status"
      data-testid="unread-draft"
      className="no-print flex flex-wrap items-center gap-3 border-b border-crayon bg-paper px-4 py-1"
    >
      <span className="min-w-0 flex-1">
        Unsent edits of a job that this browser kept cannot be read by this version. {draft.why} They are kept
        as they are.
      </span>
      <Button
        onClick={() => {
          downloadText('unsent-edits.zarnel.json', 'application/json', draft.text);
          setSaved(true);
        }}
      >
        Save them as a file
      </Button>
      <Button look="quiet" disabled={!isSaved} onClick={() => void letGoUnread(draft.id)}>
        Let them go
      </Button>
    </p>
  );
}

/** “a”, “a and b”, “a, b and c”. */
function listed(things: readonly string[]): string {
  const [last = ''] = things.slice(-1);
  return things.length < 2 ? last : `${things.slice(0, -1).join(', ')} and ${last}`;
}
