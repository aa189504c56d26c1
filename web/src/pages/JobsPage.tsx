import { Suspense, useDeferredValue, useRef, useState, type ComponentProps } from 'react';
import { Link, useNavigate } from 'react-router';
import type { JobSummary } from '@zarnel/contract';
import { countText } from '@zarnel/core/words';
import {
  useCopyJobMutation,
  useImportJobMutation,
  useJobsQuery,
  usePatchJobMutation,
} from '../state/server-api.ts';
import { Button } from '../ui/Button.tsx';
import { lazily } from '../ui/lazily.ts';
import { Pager } from '../ui/Pager.tsx';
import { SearchField } from '../ui/SearchField.tsx';
import { Preferences } from './Preferences.tsx';
import { agoText } from './ago.ts';

const JobGlance = lazily(async () => (await import('./JobGlance.tsx')).JobGlance);
const RefusedFile = lazily(async () => (await import('./RefusedFile.tsx')).RefusedFile);
const RenameDialog = lazily(async () => (await import('./RenameDialog.tsx')).RenameDialog);
const NewJobDialog = lazily(async () => (await import('./NewJobDialog.tsx')).NewJobDialog);

const PAGE = 50;

/** All jobs, newest first, a page at a time. */
export function JobsPage() {
  const navigate = useNavigate();
  const [showsArchived, setShowsArchived] = useState(false);
  const [search, setSearch] = useState('');
  const [byName, setByName] = useState(false);
  const [page, setPage] = useState(0);
  const { data, isError, isLoading, refetch } = useJobsQuery({
    search: useDeferredValue(search).trim(),
    archived: showsArchived,
    sort: byName ? 'name' : 'changed',
    offset: page * PAGE,
    limit: PAGE,
  });
  const total = data?.total ?? 0;
  const pageCount = Math.max(1, Math.ceil(total / PAGE));
  if (data !== undefined && page >= pageCount) setPage(pageCount - 1);
  const [making, setMaking] = useState<boolean | null>(null);
  const [renaming, setRenaming] = useState<JobSummary | null>(null);
  return (
    <div className="mx-auto max-w-5xl p-6">
      <header className="mb-4 flex flex-wrap items-center gap-3 border-b-2 border-pencil pb-3">
        <h1 className="text-2xl font-bold">Jobs</h1>
        <p className="text-kraft">Zarnel: where it hangs, what it needs, where to drill</p>
        <div className="ml-auto flex items-center gap-3">
          <Link to="/gear" className="underline decoration-faint underline-offset-4">
            Gear library
          </Link>
          <Preferences />
        </div>
      </header>
      <main>
        <div className="mb-4 flex flex-wrap gap-2">
          <Button look="strong" onClick={() => setMaking(true)}>
            New job
          </Button>
          <ImportButton onImported={(id) => void navigate(`/jobs/${id}/mount`)} />
          <Button
            onClick={() => {
              setShowsArchived(!showsArchived);
              setPage(0);
            }}
            aria-pressed={showsArchived}
          >
            {showsArchived ? 'Show open jobs' : 'Show archived jobs'}
          </Button>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2 sm:ml-auto">
            <SearchField
              value={search}
              onChange={(words) => {
                setSearch(words);
                setPage(0);
              }}
            />
            <Button
              aria-pressed={byName}
              onClick={() => {
                setByName(!byName);
                setPage(0);
              }}
            >
              {byName ? 'Newest first' : 'By name'}
            </Button>
            <span className="figure text-kraft">{countText(total, 'job', 'jobs')}</span>
          </div>
        </div>
        {isError && (
          <p role="alert" className="mb-3 flex items-center gap-3 text-crayon">
            The server cannot be reached. Your jobs are safe there; edits not sent yet wait in this browser.
            <Button onClick={() => void refetch()}>Try again</Button>
          </p>
        )}
        {isLoading && <p>Reading the jobs …</p>}
        {data !== undefined && data.jobs.length === 0 && (
          <p>
            {search.trim() !== ''
              ? 'No job has that in its name.'
              : showsArchived
                ? 'No job is archived.'
                : 'No jobs yet: make a new one, or import a .zarnel.json file.'}
          </p>
        )}
        <ul>
          {data?.jobs.map((job) => (
            <JobRow key={job.id} job={job} onRename={() => setRenaming(job)} />
          ))}
        </ul>
        <Pager page={page} pageCount={pageCount} onPage={setPage} />
      </main>
      {/* Once opened it stays, with what was typed in it. */}
      {making !== null && (
        <Suspense fallback={null}>
          <NewJobDialog
            isOpen={making}
            onClose={() => setMaking(false)}
            onMade={(id) => void navigate(`/jobs/${id}/site`)}
          />
        </Suspense>
      )}
      {renaming !== null && (
        <Suspense fallback={null}>
          <RenameDialog job={renaming} onClose={() => setRenaming(null)} />
        </Suspense>
      )}
    </div>
  );
}

function JobRow({ job, onRename }: { readonly job: JobSummary; readonly onRename: () => void }) {
  const [copyJob] = useCopyJobMutation();
  const [patchJob] = usePatchJobMutation();
  return (
    <li className="flex flex-wrap items-center gap-3 border-b border-faint py-2" data-job={job.name}>
      <Suspense fallback={null}>
        <JobGlance jobId={job.id} name={job.name} revision={job.revision} />
      </Suspense>
      <Link
        to={`/jobs/${job.id}/mount`}
        className="min-w-48 flex-1 text-lg underline decoration-faint underline-offset-4"
      >
        {job.name}
      </Link>
      <span className="text-sm text-kraft">
        changed{' '}
        <time dateTime={job.updatedAt} title={new Date(job.updatedAt).toLocaleString()}>
          {agoText(new Date(job.updatedAt), new Date())}
        </time>
        , revision <span className="figure">{job.revision}</span>
      </span>
      <Button look="quiet" onClick={onRename}>
        Rename
      </Button>
      <Button look="quiet" onClick={() => void copyJob(job.id)}>
        Copy
      </Button>
      <a
        className="px-3 underline decoration-faint underline-offset-4"
        href={`/api/jobs/${job.id}/export`}
        download
      >
        Export
      </a>
      <Button look="quiet" onClick={() => void patchJob({ id: job.id, archived: !job.archived })}>
        {job.archived ? 'Bring back' : 'Archive'}
      </Button>
    </li>
  );
}

/** Takes a job file. A file that is not one is refused with what is wrong and where; nothing else changes. */
function ImportButton({ onImported }: { readonly onImported: (id: string) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [importJob] = useImportJobMutation();
  const [refused, setRefused] = useState<{
    readonly file: string;
    readonly faults: ComponentProps<typeof RefusedFile>['faults'];
  } | null>(null);
  const take = async (file: File) => {
    // What opens files comes when there is one; a page of before may not find it any more.
    const reading = await import('./job-file.ts').catch(() => null);
    if (reading === null) {
      const message =
        'The part of the page that reads files did not come: load the page anew. The file was not looked at.';
      setRefused({ file: file.name, faults: [{ path: '', message }] });
      return;
    }
    const opened = await reading.openJobFile(file);
    if (!opened.ok) {
      setRefused({ file: file.name, faults: opened.fault });
      return;
    }
    const answer = await importJob(opened.value);
    if (answer.data !== undefined) onImported(answer.data.id);
    else {
      const message = 'The server cannot be reached just now. The file is fine; try again shortly.';
      setRefused({ file: file.name, faults: [{ path: '', message }] });
    }
  };
  return (
    <>
      <Button onClick={() => input.current?.click()}>Import a job file</Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="Job file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file !== undefined) void take(file);
        }}
      />
      {refused !== null && (
        <Suspense fallback={null}>
          <RefusedFile {...refused} onClose={() => setRefused(null)} />
        </Suspense>
      )}
    </>
  );
}
