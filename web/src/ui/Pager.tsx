import { Button } from './Button.tsx';

type Props = {
  /** From 0. */
  readonly page: number;
  readonly pageCount: number;
  readonly onPage: (page: number) => void;
};

/** Steps through the pages of a list; nothing where there is one only. */
export function Pager({ page, pageCount, onPage }: Props) {
  if (pageCount < 2) return null;
  return (
    <nav aria-label="Pages" className="mt-3 flex items-center gap-2">
      <Button disabled={page === 0} onClick={() => onPage(page - 1)}>
        Before
      </Button>
      <span className="figure">
        {page + 1} of {pageCount}
      </span>
      <Button disabled={page + 1 >= pageCount} onClick={() => onPage(page + 1)}>
        Next
      </Button>
    </nav>
  );
}
