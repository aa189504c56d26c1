import { useDeferredValue, useState } from 'react';
import type { GearSummary } from '@zarnel/contract';
import { gearIdOf } from '@zarnel/core/files';
import { formatLength } from '@zarnel/core/words';
import { useAppSelector } from '../../state/store.ts';
import { freshId, type GearKind, type Plan } from '@zarnel/core/plan';
import { useGearListQuery, useLazyGearDetailQuery } from '../../state/gear-api.ts';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Select } from '../../ui/Select.tsx';
import { GEAR_KIND_WORDS, optionsOf } from '../words.ts';

type Props = { readonly plan: Plan; readonly isOpen: boolean; readonly onClose: () => void };

const ALL = 'all';
const MOST_SHOWN = 40;

/** Takes a copy of a library type into the job. The copy stays as it is until someone brings it up to date. */
export function AddGearDialog({ plan, isOpen, onClose }: Props) {
  const reader = useAppSelector((state) => state.view.reader);
  const [search, setSearch] = useState('');
  const [kind, setKind] = useState<GearKind | typeof ALL>(ALL);
  const settled = useDeferredValue(search);
  const { data, isError } = useGearListQuery(
    { search: settled, kind: kind === ALL ? '' : kind, archived: false, offset: 0, limit: MOST_SHOWN },
    { skip: !isOpen },
  );
  const [read] = useLazyGearDetailQuery();
  const take = async ({ id }: GearSummary) => {
    const answer = await read(id);
    if (answer.data === undefined) return;
    const { type } = answer.data;
    const slug = gearIdOf(type.name);
    const isTaken = plan.gearTypes.some((own) => own.id === slug);
    makeEdits([{ kind: 'add-gear-type', gearType: { ...type, id: isTaken ? freshId(plan, slug) : slug } }]);
  };
  return (
    <Modal title="Gear from the library" isOpen={isOpen} onClose={onClose}>
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <SearchField value={search} onChange={setSearch} />
        <Select
          label="Kind"
          value={kind}
          options={[{ value: ALL, label: 'All kinds' }, ...optionsOf(GEAR_KIND_WORDS)]}
          onChange={(value) => setKind(value as GearKind | typeof ALL)}
        />
      </div>
      {isError && (
        <p role="alert" className="text-crayon">
          The library cannot be reached just now.
        </p>
      )}
      <ul>
        {data?.gear.map((gear) => {
          // A job that began with it has it by its name, without having taken it from here.
          const own = plan.gearTypes.find(
            ({ origin, name }) => origin?.library === gear.id || name === gear.name,
          );
          return (
            <li key={gear.id} className="flex items-center gap-2 border-b border-faint py-1">
              <span className="flex-1">
                {gear.name}
                <span className="block text-sm text-kraft">
                  {GEAR_KIND_WORDS[gear.kind]},{' '}
                  <span className="figure">
                    {[gear.widthMm, gear.heightMm, gear.depthMm]
                      .map((mm) => formatLength(mm, reader))
                      .join(' × ')}
                  </span>
                </span>
              </span>
              {/* A second one of its own is a copy, made in the job. */}
              {own === undefined ? (
                <Button onClick={() => void take(gear)} aria-label={`Take ${gear.name}`}>
                  Take
                </Button>
              ) : (
                <span className="min-h-9 py-1 text-sm text-solder">in this job</span>
              )}
            </li>
          );
        })}
      </ul>
      {data !== undefined && data.total > data.gear.length && (
        <p className="mt-2 text-sm text-kraft">
          <span className="figure">{data.total - data.gear.length}</span> more match: search for a word of its
          name.
        </p>
      )}
    </Modal>
  );
}
