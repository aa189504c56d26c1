import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { gearIdOf } from '@zarnel/core/files';
import { firstGearType, type GearType } from '@zarnel/core/plan';
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
import { GearWorkbench } from './GearWorkbench.tsx';

/** One library type: drawn as it is typed, kept as a new version. Samples are kept as a copy of one's own. */
export function GearEditorPage() {
  const { gearId = 'new' } = useParams();
  const navigate = useNavigate();
  const reader = useAppSelector((state) => state.view.reader);
  const isNew = gearId === 'new';
  const { data, isError } = useGearDetailQuery(gearId, { skip: isNew });
  const [draft, setDraft] = useState<GearType | null>(
    isNew ? firstGearType(reader.system === 'inch' ? 'us' : 'iec', 'new', 'New gear', 'other') : null,
  );
  const [said, setSaid] = useState<{ readonly isFault: boolean; readonly text: string } | null>(null);
  const [create, creating] = useCreateGearMutation();
  const [save, saving] = useSaveGearMutation();
  useEffect(() => {
    if (data !== undefined) setDraft((known) => known ?? data.type);
  }, [data]);

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
  if (draft === null) return <main className="p-8">Reading …</main>;
  const faults = draftFaults(draft);
  const isSample = data?.summary.isSample ?? false;
  const isChanged = isNew || JSON.stringify(draft) !== JSON.stringify(data?.type);
  const keep = async () => {
    setSaid(null);
    const type = { ...draft, id: isNew || isSample ? gearIdOf(draft.name) : draft.id, origin: null };
    const answer =
      isNew || isSample || data === undefined
        ? await create(type)
        : await save({ id: gearId, version: data.summary.version, type });
    if (answer.error !== undefined) {
      setSaid({ isFault: true, text: refusalText(answer.error) });
      return;
    }
    setDraft(answer.data.type);
    setSaid({ isFault: false, text: `Kept as version ${answer.data.summary.version}.` });
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
              : `yours, version ${data?.summary.version ?? 1}`}
        </span>
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
      <GearWorkbench type={draft} faults={faults} reader={reader} onChange={setDraft} />
    </div>
  );
}
