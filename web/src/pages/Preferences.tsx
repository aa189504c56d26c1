import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';

/** How this person reads: inches or millimetres, paper or slate. */
export function Preferences() {
  const dispatch = useAppDispatch();
  const { reader, theme } = useAppSelector((state) => state.view);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const job = useAppSelector((state) => state.plan.jobId);
  const other = reader.system === 'inch' ? 'metric' : 'inch';
  return (
    <>
      <Button
        look="quiet"
        aria-label={`Units: ${reader.system === 'inch' ? 'inches' : 'millimetres'}. Change`}
        onClick={() => dispatch(viewSlice.actions.systemChosen({ system: other, job }))}
      >
        {reader.system === 'inch' ? 'Inches' : 'mm'}
      </Button>
      <Button
        look="quiet"
        onClick={() => dispatch(viewSlice.actions.themeChosen(theme === 'day' ? 'night' : 'day'))}
      >
        {theme === 'day' ? 'Night' : 'Day'}
      </Button>
    </>
  );
}
