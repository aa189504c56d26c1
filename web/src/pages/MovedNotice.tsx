import { useState } from 'react';
import { serverApi } from '../state/server-api.ts';
import { Button } from '../ui/Button.tsx';

const { useQueryState, useQuerySubscription } = serverApi.endpoints.address;

/** How often it is looked whether the usual address is back. */
const EVERY_MS = 5000;

/** At another address than usual: where edits wait that this browser has not sent, and the way there. */
export function MovedNotice() {
  const [isPutAway, setPutAway] = useState(false);
  const { data } = useQueryState(null);
  const usual = data?.usual ?? null;
  const isElsewhere = usual !== null && usual !== location.origin;
  useQuerySubscription(null, { pollingInterval: isElsewhere ? EVERY_MS : 0 });
  if (!isElsewhere || isPutAway) return null;
  return (
    <p
      role="status"
      className="no-print fixed inset-x-0 bottom-0 z-30 flex items-center justify-between gap-4 border-t border-pencil bg-tape px-4 py-1"
    >
      {data?.isThere === true ? (
        <span>
          Zarnel is back at its usual address too, where edits wait that this browser has not sent from there:{' '}
          <a className="underline" href={usual + location.pathname}>
            go on at {usual}
          </a>
        </span>
      ) : (
        <span>
          Another program has the usual address of Zarnel, {usual}. Edits that this browser has not sent from
          there wait there. Zarnel will be there again by itself when that program is gone.
        </span>
      )}
      <Button look="quiet" className="shrink-0 whitespace-nowrap" onClick={() => setPutAway(true)}>
        Put away
      </Button>
    </p>
  );
}
