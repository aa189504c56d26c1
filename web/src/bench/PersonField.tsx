import { MOST_PERSON_CHARACTERS } from '@zarnel/contract';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { NameField } from '../ui/NameField.tsx';

/** Who is at this screen, as readings and revisions say it. */
export function PersonField({ label }: { readonly label: string }) {
  const dispatch = useAppDispatch();
  const person = useAppSelector((state) => state.view.person);
  return (
    <NameField
      label={label}
      value={person}
      mayBeEmpty
      mostCharacters={MOST_PERSON_CHARACTERS}
      onCommit={(name) => {
        dispatch(viewSlice.actions.personNamed(name));
        return null;
      }}
    />
  );
}
