import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, type ReactNode } from 'react';
import type { Finding, StepId } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { subjectName, type Reader, type Telling } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { isTold } from '../../state/plan-slice.ts';
import { useAppSelector } from '../../state/store.ts';
import { useTelling } from '../use-telling.ts';
import { FindingCard } from './FindingCard.tsx';

type Props = {
  readonly findings: readonly Finding[];
  readonly plan: Plan;
  readonly step: StepId;
  /** Under the heading of what is selected, they are a part of it. */
  readonly isPart?: boolean;
  readonly reader: Reader;
};

/** What stands in the list: the name of what findings are about, and each of them. */
type Row =
  { readonly key: string; readonly heading: string } | { readonly key: string; readonly finding: Finding };

/** More findings than this are drawn only where they are looked at. */
const MOST_DRAWN = 30;
/** What a card takes before it was measured. */
const USUAL_PX = 150;

/** Findings grouped by what they are about. */
export function FindingList({ findings, plan, step, isPart = false, reader }: Props) {
  const telling = useTelling(reader);
  const rows = useMemo(() => rowsOf(findings, plan, telling), [findings, plan, telling]);
  return (
    <Stale>
      {findings.length > MOST_DRAWN ? (
        <LongList rows={rows} plan={plan} step={step} isPart={isPart} reader={reader} />
      ) : (
        <ul>
          {rows.map((row) => (
            <li key={row.key}>
              <RowView row={row} plan={plan} step={step} isPart={isPart} reader={reader} />
            </li>
          ))}
        </ul>
      )}
    </Stale>
  );
}

/**
 * Greys what is of a plan that is no more, unless the next answer comes at once. By itself, so that the list below is not drawn
 * again with every frame of a drag.
 */
function Stale({ children }: { readonly children: ReactNode }) {
  const isStale = useAppSelector((state) => !isTold(state.plan));
  return (
    <section
      aria-label="Findings"
      aria-busy={isStale}
      className={isStale ? 'opacity-35 transition-opacity delay-150 duration-75' : undefined}
    >
      {children}
    </section>
  );
}

type Shown = Pick<Props, 'plan' | 'step' | 'reader'> & { readonly isPart: boolean };

/** Draws what is in sight of the bench, which it scrolls with. */
function LongList({ rows, plan, step, isPart, reader }: { readonly rows: readonly Row[] } & Shown) {
  const listRef = useRef<HTMLUListElement>(null);
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => listRef.current?.closest('aside') ?? null,
    estimateSize: () => USUAL_PX,
    getItemKey: (index) => rows[index]?.key ?? index,
    scrollMargin: listRef.current?.offsetTop ?? 0,
    overscan: 4,
  });
  return (
    <ul ref={listRef} className="relative" style={{ height: virtualizer.getTotalSize() }}>
      {virtualizer.getVirtualItems().map(({ key, index, start }) => {
        const row = rows[index];
        return row === undefined ? null : (
          <li
            key={key}
            ref={virtualizer.measureElement}
            data-index={index}
            aria-setsize={rows.length}
            aria-posinset={index + 1}
            className="absolute top-0 left-0 flow-root w-full"
            style={{ transform: `translateY(${start - virtualizer.options.scrollMargin}px)` }}
          >
            <RowView row={row} plan={plan} step={step} isPart={isPart} reader={reader} />
          </li>
        );
      })}
    </ul>
  );
}

function RowView({ row, plan, step, isPart, reader }: { readonly row: Row } & Shown) {
  const Heading = isPart ? 'p' : 'h2';
  if ('heading' in row) return <Heading className="pt-2 pb-1 font-semibold">{row.heading}</Heading>;
  return <FindingCard finding={row.finding} plan={plan} step={step} reader={reader} />;
}

function rowsOf(findings: readonly Finding[], plan: Plan, telling: Telling): Row[] {
  const { prepared } = derivedOf(plan);
  const groups = new Map<string, { readonly heading: string; readonly findings: Finding[] }>();
  for (const finding of findings) {
    const [first] = finding.subjects;
    const subject = first === undefined ? undefined : prepared.ownerOf(first);
    const key = subject === undefined ? 'plan' : `${subject.kind} ${subject.id}`;
    const group = groups.get(key);
    if (group !== undefined) group.findings.push(finding);
    else {
      const heading = subject === undefined ? plan.name : telling.nameOf(subjectName(subject));
      groups.set(key, { heading, findings: [finding] });
    }
  }
  return [...groups].flatMap(([key, { heading, findings }]) => [
    { key: `of ${key}`, heading },
    ...findings.map((finding) => ({ key: finding.id, finding })),
  ]);
}
