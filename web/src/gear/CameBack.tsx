import { Button } from '../ui/Button.tsx';

/** Changes that were begun before and not put anywhere are here again. */
export function CameBack({ onStartOver }: { readonly onStartOver: () => void }) {
  return (
    <span role="status" className="flex items-center gap-2 text-sm text-kraft">
      Your unfinished changes are here again.
      <Button look="quiet" onClick={onStartOver}>
        Start over
      </Button>
    </span>
  );
}
