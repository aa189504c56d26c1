import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Ref } from '@zarnel/core/checks';
import { INCH_READER, METRIC_READER, type Reader } from '@zarnel/core/words';
import type { ToldWaiting } from './outbox.ts';

/** Gear where it might hang. */
export type Ghost = { readonly id: string; readonly xMm: number; readonly yMm: number };

export type ViewState = {
  readonly selection: Ref | null;
  /** Gear selected together with the selection, which is the first of them. */
  readonly also: readonly string[];
  /** The face whose story poles are shown; null takes the plan's root. */
  readonly faceInHand: string | null;
  readonly reader: Reader;
  readonly theme: 'day' | 'night';
  readonly isBenchFolded: boolean;
  /** The job’s gear type that is being changed. */
  readonly gearInHand: string | null;
  /** Framing can be hidden, to see what is on it. */
  readonly showsFraming: boolean;
  /** The face that stands upright in the middle of the sheet; null takes the plan's root. */
  readonly sheetRoot: string | null;
  /** The sheet folded up into a picture of the site. */
  readonly isFoldedUp: boolean;
  /** The one-line diagram in place of the sheet. */
  readonly isOneLine: boolean;
  /** Where a proposal would have gear, shown beside what is there. */
  readonly ghosts: readonly Ghost[];
  /** Who takes readings at this screen. */
  readonly person: string;
  /** Readings the server has not acknowledged yet. */
  readonly waiting: readonly ToldWaiting[];
};

const initial: ViewState = {
  selection: null,
  also: [],
  faceInHand: null,
  reader: INCH_READER,
  theme: 'day',
  isBenchFolded: false,
  gearInHand: null,
  showsFraming: true,
  sheetRoot: null,
  isFoldedUp: false,
  isOneLine: false,
  ghosts: [],
  person: '',
  waiting: [],
};

export const viewSlice = createSlice({
  name: 'view',
  initialState: initial,
  reducers: {
    selected: (state, { payload }: PayloadAction<Ref | null>) => ({ ...state, selection: payload, also: [] }),
    /** Adds gear to what is selected, or takes it out again. The first that was selected leads. */
    alsoSelected: (state, { payload }: PayloadAction<string>) => {
      const { selection, also } = state;
      if (selection?.kind !== 'placement')
        return { ...state, selection: { kind: 'placement', id: payload } as const };
      const group = [selection.id, ...also];
      const next = group.includes(payload) ? group.filter((id) => id !== payload) : [...group, payload];
      const [first, ...others] = next;
      return {
        ...state,
        selection: first === undefined ? null : ({ kind: 'placement', id: first } as const),
        also: others,
      };
    },
    faceTaken: (state, { payload }: PayloadAction<string>) => ({ ...state, faceInHand: payload }),
    jobLeft: (state) => ({
      ...state,
      selection: null,
      also: [],
      faceInHand: null,
      sheetRoot: null,
      isFoldedUp: false,
      isOneLine: false,
      ghosts: [],
      gearInHand: null,
    }),
    gearTaken: (state, { payload }: PayloadAction<string | null>) => ({ ...state, gearInHand: payload }),
    framingShown: (state, { payload }: PayloadAction<boolean>) => ({ ...state, showsFraming: payload }),
    rooted: (state, { payload }: PayloadAction<string | null>) => ({ ...state, sheetRoot: payload }),
    foldedUp: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isFoldedUp: payload }),
    oneLineShown: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isOneLine: payload }),
    ghostsShown: (state, { payload }: PayloadAction<readonly Ghost[]>): ViewState => ({
      ...(state as ViewState),
      ghosts: payload,
    }),
    personNamed: (state, { payload }: PayloadAction<string>) => ({ ...state, person: payload }),
    readingsWait: (state, { payload }: PayloadAction<readonly ToldWaiting[]>): ViewState => ({
      ...(state as ViewState),
      waiting: payload,
    }),
    systemChosen: (state, { payload }: PayloadAction<Reader['system']>) => ({
      ...state,
      reader: payload === 'inch' ? INCH_READER : METRIC_READER,
    }),
    themeChosen: (state, { payload }: PayloadAction<ViewState['theme']>) => ({ ...state, theme: payload }),
    benchFolded: (state) => ({ ...state, isBenchFolded: !state.isBenchFolded }),
  },
});
