import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { localTexts } from '../browser/facilities.ts';
import { planSlice } from './plan-slice.ts';
import { readPreferences, writePreferences } from './preferences.ts';
import { serverApi } from './server-api.ts';
import { viewSlice, withReader } from './view-slice.ts';

/** The development checks walk the whole state at each dispatch; the document is left out of them. */
const ignored = { ignoredPaths: ['plan'] };

const slices = combineReducers({
  [planSlice.name]: planSlice.reducer,
  [viewSlice.name]: viewSlice.reducer,
  [serverApi.reducerPath]: serverApi.reducer,
});

/** The slices, and after each action the units of what is open then: no job is ever shown in those of another. */
const reducer: typeof slices = (before, action) => {
  const state = slices(before, action);
  const view = withReader(state.view, state.plan);
  return view === state.view ? state : { ...state, view };
};

export const store = configureStore({
  reducer,
  preloadedState: { view: { ...viewSlice.getInitialState(), ...readPreferences(localTexts) } },
  middleware: (getDefault) =>
    getDefault({
      immutableCheck: ignored,
      serializableCheck: { ...ignored, ignoreActions: true },
    }).concat(serverApi.middleware),
});

export type AppState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<AppState>();

let kept = store.getState().view;
store.subscribe(() => {
  const { view } = store.getState();
  if (
    view.usualSystem === kept.usualSystem &&
    view.systemOfJob === kept.systemOfJob &&
    view.theme === kept.theme &&
    view.person === kept.person
  )
    return;
  kept = view;
  writePreferences(localTexts, view);
});
