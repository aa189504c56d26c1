import { useState } from 'react';
import type { GearType } from '@zarnel/core/plan';
import { localTexts } from '../browser/facilities.ts';
import { KeptDrafts } from './kept-drafts.ts';

export const keptDrafts = new KeptDrafts(localTexts);

export type DraftInHand = {
  readonly draft: GearType;
  readonly change: (next: GearType) => void;
  /** It was begun some time before, and came back. */
  readonly cameBack: boolean;
  readonly startOver: () => void;
  /** It was put where it belongs, or given up. */
  readonly forget: () => void;
};

/** A type that is being typed, kept under a name with every change. */
export function useKeptDraft(name: string, base: GearType): DraftInHand {
  const [kept] = useState(() => keptDrafts.read(name, base));
  const [draft, setDraft] = useState(kept ?? base);
  const [cameBack, setCameBack] = useState(kept !== null);
  const forget = () => keptDrafts.forget(name);
  return {
    draft,
    change: (next) => {
      setDraft(next);
      keptDrafts.write(name, base, next);
    },
    cameBack,
    startOver: () => {
      forget();
      setDraft(base);
      setCameBack(false);
    },
    forget,
  };
}

/** Under which name the draft of a job’s own type is kept. */
export function jobDraftName(jobId: string, typeId: string): string {
  return `job/${jobId}/${typeId}`;
}
