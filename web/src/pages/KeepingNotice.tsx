import { useState, useSyncExternalStore } from 'react';
import { keeping, KEPT_THINGS, type KeptThing } from '../browser/keeping.ts';
import { letGoUnread } from '../state/job-session.ts';
import { letGoReading } from '../state/outbox-browser.ts';
import { useAppSelector } from '../state/store.ts';
import { Button } from '../ui/Button.tsx';
import { downloadText } from '../ui/download.ts';
import type { Unread } from '../state/view-slice.ts';

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
        <UnreadBar key={each.id} unread={each} />
      ))}
    </>
  );
}

/** What it is called, the file that it is saved as, and what lets go of it. */
const UNREAD: Readonly<
  Record<
    Unread['what'],
    { readonly words: string; readonly file: string; readonly letGo: (id: string) => Promise<void> }
  >
> = {
  edits: { words: 'Unsent edits of a job', file: 'unsent-edits.zarnel.json', letGo: letGoUnread },
  reading: { words: 'A reading that was not sent', file: 'unsent-reading.json', letGo: letGoReading },
};

function UnreadBar({ unread }: { readonly unread: Unread }) {
  const { words, file, letGo } = UNREAD[unread.what];
  const [isSaved, setSaved] = useState(false);
  return (
    <p
      role="status"
      data-testid="unread-draft"
      className="no-print flex flex-wrap items-center gap-3 border-b border-crayon bg-paper px-4 py-1"
    >
      <span className="min-w-0 flex-1">
        {words}, kept by this browser, cannot be read by this version. {unread.why} Nothing of it is lost.
      </span>
      <Button
        onClick={() => {
          downloadText(file, 'application/json', unread.text);
          setSaved(true);
        }}
      >
        Save it as a file
      </Button>
      <Button look="quiet" disabled={!isSaved} onClick={() => void letGo(unread.id)}>
        Let it go
      </Button>
    </p>
  );
}

/** “a”, “a and b”, “a, b and c”. */
function listed(things: readonly string[]): string {
  const [last = ''] = things.slice(-1);
  return things.length < 2 ? last : `${things.slice(0, -1).join(', ')} and ${last}`;
}
