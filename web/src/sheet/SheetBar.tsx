import { Button } from '../ui/Button.tsx';

type Props = {
  /** Of the face in hand; null while there is none. */
  readonly faceName: string | null;
  readonly onFace: () => void;
  readonly onWhole: () => void;
  readonly onFoldUp: () => void;
};

/** Over the sheet, never on it: from which datum its poles run, and what to look at. */
export function SheetBar({ faceName, onFace, onWhole, onFoldUp }: Props) {
  return (
    <div className="no-print flex min-h-11 items-center gap-x-1 border-b border-faint px-2">
      {faceName !== null && (
        <p className="mr-auto hidden text-sm sm:block">
          Datum of <span className="font-semibold">{faceName}</span>
        </p>
      )}
      <Button look="quiet" onClick={onFace} className="min-w-0 shrink truncate max-sm:mr-auto">
        {faceName ?? 'Face'}
      </Button>
      <Button look="quiet" onClick={onWhole} className="shrink-0">
        Whole sheet
      </Button>
      <Button look="quiet" onClick={onFoldUp} className="shrink-0">
        Fold it up
      </Button>
    </div>
  );
}
