import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { GearSummary } from '@zarnel/contract';
import { gearIdOf } from '@zarnel/core/files';
import { firstGearType, type GearType } from '@zarnel/core/plan';
import { tradeOfReader } from '@zarnel/core/words';
import { Preferences } from '../pages/Preferences.tsx';
import {
  refusalText,
  useCreateGearMutation,
  useGearDetailQuery,
  useSaveGearMutation,
} from '../state/gear-api.ts';
import { useAppSelector } from '../state/store.ts';
import { Button } from '../ui/Button.tsx';
import { draftFaults } from './gear-draft.ts';
import { CameBack } from './CameBack.tsx';
import { GearWorkbench } from './GearWorkbench.tsx';
import { useKeptDraft } from './use-kept-draft.ts';

/** One library type: drawn as it is typed, kept as a new version. Samples are kept as a copy of one's own. */
export function GearEditorPage() {
  const { gearId = 'new' } = useParams();
  const reader = useAppSelector((state) => state.view.reader);
  const isNew = gearId === 'new';
  const { data, isError } = useGearDetailQuery(gearId, { skip: isNew });
  // What was said of the last keeping outlives the version that it was typed over.
  const [said, setSaid] = useState<Said | null>(null);
  const [first] = useState(() => firstGearType(tradeOfReader(reader), 'new', 'New gear', 'other'));
  if (isError) {
    return (
      <main className="p-8">
        <p className="mb-3">This type cannot be read just now, or there is none.</p>
        <Link className="underline" to="/gear">
          All gear
        </Link>
      </main>
    );
  }
  const base = isNew ? first : data?.type;
  if (base === undefined) return <main className="p-8">Reading …</main>;
  return (
    <GearEditor
      key={`${gearId} ${data?.summary.version ?? 0}`}
      gearId={gearId}
      base={base}
      summary={data?.summary ?? null}
      said={said}
      onSay={setSaid}
    />
  );
}

type Said = { readonly isFault: boolean; readonly text: string };

type EditorProps = {
  readonly gearId: string;
  readonly base: GearType;
  /** Null for one that is new. */
  readonly summary: GearSummary | null;
  readonly said: Said | null;
  readonly onSay: (said: Said | null) => void;
};

function GearEditor({ gearId, base, summary, said, onSay }: EditorProps) {
  const navigate = useNavigate();
  const reader = useAppSelector((state) => state.view.reader);
  const isNew = summary === null;
  const { draft, change, cameBack, startOver, forget } = useKeptDraft(`library/${gearId}`, base);
  const [create, creating] = useCreateGearMutation();
  const [save, saving] = useSaveGearMutation();
  const faults = draftFaults(draft);
  const isSample = summary?.isSample ?? false;
  const isChanged = isNew || JSON.stringify(draft) !== JSON.stringify(base);
  const keep = async () => {
    onSay(null);
    const type = { ...draft, id: isNew || isSample ? gearIdOf(draft.name) : draft.id, origin: null };
    const answer =
      summary === null || isSample
        ? await create(type)
        : await save({ id: gearId, version: summary.version, type });
    if (answer.error !== undefined) {
      onSay({ isFault: true, text: refusalText(answer.error) });
      return;
    }
    forget();
    onSay({ isFault: false, text: `Kept as version ${answer.data.summary.version}.` });
    if (answer.data.summary.id !== gearId)
      void navigate(`/gear/${answer.data.summary.id}`, { replace: true });
  };
  return (
    <div className="flex h-full flex-col">
      <header className="flex flex-wrap items-center gap-4 border-b border-pencil bg-paper px-4 py-1.5">
        <Link to="/gear" className="font-semibold underline decoration-faint underline-offset-4">
          All gear
        </Link>
        <h1 className="text-lg font-semibold">{draft.name}</h1>
        <span className="text-sm text-kraft">
          {isNew
            ? 'new'
            : isSample
              ? 'sample: changes are kept as a copy of your own'
              : `yours, version ${summary.version}`}
        </span>
        {cameBack && <CameBack onStartOver={startOver} />}
        <div className="ml-auto flex items-center gap-2">
          {said !== null && (
            <span role="status" className={said.isFault ? 'text-crayon' : 'text-solder'}>
              {said.text}
            </span>
          )}
          {faults.length > 0 && (
            <span className="text-crayon">
              <span className="figure">{faults.length}</span> to put right
            </span>
          )}
          <Button
            look="strong"
            disabled={faults.length > 0 || !isChanged || creating.isLoading || saving.isLoading}
            onClick={() => void keep()}
          >
            {isNew ? 'Keep it' : isSample ? 'Keep as my own' : 'Keep as a new version'}
          </Button>
          <Preferences />
        </div>
      </header>
      <main className="flex min-h-0 flex-1 flex-col">
        <h2 className="sr-only">What it is</h2>
        <GearWorkbench type={draft} faults={faults} reader={reader} onChange={change} />
      </main>
    </div>
  );
}
