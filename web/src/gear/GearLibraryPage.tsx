import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import type { GearSummary } from '@zarnel/contract';
import type { GearKind } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { GEAR_KIND_WORDS, optionsOf } from '../bench/words.ts';
import { Preferences } from '../pages/Preferences.tsx';
import { useArchiveGearMutation, useGearListQuery } from '../state/gear-api.ts';
import { useAppSelector } from '../state/store.ts';
import { Button } from '../ui/Button.tsx';
import { Pager } from '../ui/Pager.tsx';
import { SearchField } from '../ui/SearchField.tsx';
import { Select } from '../ui/Select.tsx';
import { CompareTable } from './CompareTable.tsx';
import { ExportButtons } from './ExportButtons.tsx';
import { ImportGearDialog } from './ImportGearDialog.tsx';

const PAGE = 25;
/** More side by side than this cannot be read. */
const MOST_COMPARED = 4;
const ALL = 'all';
/** On a narrow screen these stand under the name. */
const WIDE = 'hidden md:table-cell';

/** The library: samples that ship with Zarnel, and the user’s own types. */
export function GearLibraryPage() {
  const reader = useAppSelector((state) => state.view.reader);
  const [search, setSearch] = useState('');
  const [kind, setKind] = useState<GearKind | typeof ALL>(ALL);
  const [archived, setArchived] = useState(false);
  const [page, setPage] = useState(0);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [isImporting, setImporting] = useState(false);
  const settled = useDeferredValue(search);
  const { data, isError, isLoading, refetch } = useGearListQuery({
    search: settled,
    kind: kind === ALL ? '' : kind,
    archived,
    offset: page * PAGE,
    limit: PAGE,
  });
  const total = data?.total ?? 0;
  const pageCount = Math.max(1, Math.ceil(total / PAGE));
  if (data !== undefined && page >= pageCount) setPage(pageCount - 1);
  const pick = (id: string, isOn: boolean) =>
    setPicked(isOn ? [...picked, id].slice(-MOST_COMPARED) : picked.filter((each) => each !== id));
  return (
    <div className="mx-auto max-w-6xl p-6">
      <header className="mb-4 flex flex-wrap items-center gap-3 border-b-2 border-pencil pb-3">
        <h1 className="text-2xl font-bold">Gear</h1>
        <p className="text-kraft">Samples that ship with Zarnel, and your own</p>
        <Link to="/jobs" className="ml-auto underline decoration-faint underline-offset-4">
          All jobs
        </Link>
        <Preferences />
      </header>
      <main>
        <div className="mb-3 flex flex-wrap items-end gap-3">
          <Link
            to="/gear/new"
            className="inline-flex min-h-9 items-center border border-pencil bg-pencil px-3 py-1 text-paper hover:bg-chalk"
          >
            New gear type
          </Link>
          <Button onClick={() => setImporting(true)}>Import</Button>
          <ExportButtons ids={picked} />
          <Button onClick={() => setArchived(!archived)} aria-pressed={archived}>
            {archived ? 'Show those in use' : 'Show archived'}
          </Button>
        </div>
        <div className="mb-3 flex flex-wrap items-center gap-4">
          <SearchField
            value={search}
            onChange={(words) => {
              setSearch(words);
              setPage(0);
            }}
          />
          <div className="-mb-2">
            <Select
              label="Kind"
              value={kind}
              options={[{ value: ALL, label: 'All kinds' }, ...optionsOf(GEAR_KIND_WORDS)]}
              onChange={(value) => {
                setKind(value as GearKind | typeof ALL);
                setPage(0);
              }}
            />
          </div>
          <span className="text-kraft">
            <span className="figure">{total}</span> {total === 1 ? 'type' : 'types'}
          </span>
        </div>
        {isError && (
          <p role="alert" className="mb-3 flex items-center gap-3 text-crayon">
            The library cannot be reached. Jobs keep their own copies of the gear they use.
            <Button onClick={() => void refetch()}>Try again</Button>
          </p>
        )}
        {isLoading && <p>Reading the library …</p>}
        {data !== undefined && data.unreadable.length > 0 && (
          <div role="alert" className="mb-3 border border-crayon p-2">
            <p>The library keeps these, and this version cannot read them; nothing of them is lost:</p>
            <ul>
              {data.unreadable.map(({ id, name, why }) => (
                <li key={id}>
                  {name} <span className="text-sm text-kraft">({why})</span>
                </li>
              ))}
            </ul>
          </div>
        )}
        {data !== undefined && data.gear.length === 0 && data.unreadable.length === 0 && (
          <p>Nothing of that name or kind. Make a new type, or import a gear file.</p>
        )}
        <table className="w-full">
          <thead>
            <tr className="border-b border-pencil text-left">
              <th scope="col" className="py-1 pr-2 font-semibold">
                Compare
              </th>
              <th scope="col" className="py-1 font-semibold">
                Name
              </th>
              <th scope="col" className={`${WIDE} py-1 font-semibold`}>
                Kind
              </th>
              <th scope="col" className={`${WIDE} py-1 text-right font-semibold`}>
                Width × height × depth
              </th>
              <th scope="col" className={`${WIDE} py-1 text-right font-semibold`}>
                Mass
              </th>
              <th scope="col" className={`${WIDE} py-1 pl-4 font-semibold`}>
                Version
              </th>
              <th scope="col">
                <span className="sr-only">Archive</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {data?.gear.map((gear) => (
              <Row
                key={gear.id}
                gear={gear}
                reader={reader}
                isPicked={picked.includes(gear.id)}
                onPick={pick}
              />
            ))}
          </tbody>
        </table>
        <Pager page={page} pageCount={pageCount} onPage={setPage} />
        {picked.length > 1 && <CompareTable ids={picked} reader={reader} onClear={() => setPicked([])} />}
      </main>
      <ImportGearDialog isOpen={isImporting} onClose={() => setImporting(false)} />
    </div>
  );
}

function Row(props: {
  readonly gear: GearSummary;
  readonly reader: Reader;
  readonly isPicked: boolean;
  readonly onPick: (id: string, isOn: boolean) => void;
}) {
  const { gear, reader, isPicked, onPick } = props;
  const [archive] = useArchiveGearMutation();
  const size = [gear.widthMm, gear.heightMm, gear.depthMm].map((mm) => formatLength(mm, reader)).join(' × ');
  const mass = formatQuantity({ value: gear.massKg, unit: 'kg' }, reader);
  return (
    <tr className={`border-b border-faint ${isPicked ? 'bg-tape/40' : ''}`} data-gear-type={gear.name}>
      <td className="py-1 pr-2">
        <input
          type="checkbox"
          className="size-6"
          checked={isPicked}
          aria-label={`Compare ${gear.name}`}
          onChange={(event) => onPick(gear.id, event.target.checked)}
        />
      </td>
      <td className="py-1">
        <Link to={`/gear/${gear.id}`} className="underline decoration-faint underline-offset-4">
          {gear.name}
        </Link>
        <span className="block text-sm text-kraft md:hidden">
          {GEAR_KIND_WORDS[gear.kind]}, {size}, {mass}
        </span>
      </td>
      <td className={`${WIDE} py-1`}>{GEAR_KIND_WORDS[gear.kind]}</td>
      <td className={`${WIDE} figure py-1 text-right`}>{size}</td>
      <td className={`${WIDE} figure py-1 text-right`}>{mass}</td>
      <td className={`${WIDE} py-1 pl-4 text-sm text-kraft`}>
        {gear.isSample ? 'Sample' : 'Yours'}, <span className="figure">{gear.version}</span>
      </td>
      <td className="py-1 text-right">
        <Button look="quiet" onClick={() => void archive({ id: gear.id, archived: !gear.archived })}>
          {gear.archived ? 'Bring back' : 'Archive'}
        </Button>
      </td>
    </tr>
  );
}
