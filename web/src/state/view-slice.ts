import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Ref } from '@zarnel/core/checks';
import type { BoxMm } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { INCH_READER, METRIC_READER, readerOfTrade, type Reader } from '@zarnel/core/words';
import type { ToldWaiting } from './outbox.ts';

/** Gear where it might hang. */
export type Ghost = { readonly id: string; readonly xMm: number; readonly yMm: number };

/** Boxes on a face where modules would lie. */
export type LaidGhosts = { readonly face: string; readonly boxes: readonly BoxMm[] };

/** Something that was kept for a person, as it was kept, and why it cannot be read. */
export type Unread = {
  readonly what: 'edits' | 'reading';
  readonly id: string;
  readonly text: string;
  readonly why: string;
};

export type ViewState = {
  readonly selection: Ref | null;
  /** Gear selected together with the selection, which is the first of them. */
  readonly also: readonly string[];
  /** The face whose story poles are shown; null takes the plan's root. */
  readonly faceInHand: string | null;
  /** How lengths are told and read on the screen: see `withReader`. */
  readonly reader: Reader;
  /** In which units this person reads where no job is open, and where they chose so, each job. */
  readonly usualSystem: Reader['system'];
  readonly systemOfJob: Readonly<Record<string, Reader['system']>>;
  readonly theme: 'day' | 'night';
  readonly isBenchFolded: boolean;
  /** The job’s gear type that is being changed. */
  readonly gearInHand: string | null;
  /** What of the site the bench shows, and which material is opened there. */
  readonly siteTab: SiteTab;
  readonly materialInHand: string | null;
  /** Framing can be hidden, to see what is on it. */
  readonly showsFraming: boolean;
  /** The face that stands upright in the middle of the sheet; null takes the plan's root. */
  readonly sheetRoot: string | null;
  /** What the sheet was asked to look at, a face or the whole of it (null), and how many times it was asked. */
  readonly look: { readonly face: string | null; readonly turn: number };
  /** The sheet folded up into a picture of the site. */
  readonly isFoldedUp: boolean;
  /** The one-line diagram in place of the sheet. */
  readonly isOneLine: boolean;
  /** Where a proposal would have gear, shown beside what is there. */
  readonly ghosts: readonly Ghost[];
  /** The module of the selected field that is moved, turned and taken off by itself. */
  readonly moduleInHand: string | null;
  /** Modules that are pressed join the selected string, or leave it. */
  readonly isStringing: boolean;
  /** Modules where a fill would lay them, on a face. */
  readonly laid: LaidGhosts | null;
  /** By module, `field/module`, how much of the light each group of its cells lacks; null where no sun is shown. */
  readonly shade: Readonly<Record<string, readonly number[]>> | null;
  /** What a person shades by hand, by module: 1 is dark. */
  readonly shadedByHand: Readonly<Record<string, number>>;
  /** Who takes readings at this screen. */
  readonly person: string;
  /** Readings the server has not acknowledged yet. */
  readonly waiting: readonly ToldWaiting[];
  /** What this browser kept and this version cannot read. */
  readonly unread: readonly Unread[];
};

export const SITE_TABS = ['faces', 'conditions', 'materials', 'survey'] as const;
export type SiteTab = (typeof SITE_TABS)[number];

const NO_ARRAY = {
  moduleInHand: null,
  isStringing: false,
  laid: null,
  shade: null,
  shadedByHand: {},
} as const;

const initial: ViewState = {
  selection: null,
  also: [],
  faceInHand: null,
  reader: INCH_READER,
  usualSystem: 'inch',
  systemOfJob: {},
  theme: 'day',
  isBenchFolded: false,
  gearInHand: null,
  siteTab: 'faces',
  materialInHand: null,
  showsFraming: true,
  sheetRoot: null,
  look: { face: null, turn: 0 },
  isFoldedUp: false,
  isOneLine: false,
  ghosts: [],
  ...NO_ARRAY,
  person: '',
  waiting: [],
  unread: [],
};

/** Of how many jobs a choice is kept: the newest. */
const MOST_CHOSEN = 500;

function withJob(
  chosen: ViewState['systemOfJob'],
  job: string,
  system: Reader['system'],
): ViewState['systemOfJob'] {
  const others = Object.entries(chosen).filter(([id]) => id !== job);
  return Object.fromEntries([...others.slice(1 - MOST_CHOSEN), [job, system]]);
}

/** The view with the reader of what is open: as the person chose for this job, else by the job’s own trade. */
export function withReader(
  view: ViewState,
  open: { readonly jobId: string | null; readonly plan: Pick<Plan, 'codeBasis'> | null },
): ViewState {
  const chosen = open.jobId === null ? undefined : view.systemOfJob[open.jobId];
  const system =
    chosen ?? (open.plan === null ? view.usualSystem : readerOfTrade(open.plan.codeBasis).system);
  return view.reader.system === system
    ? view
    : { ...view, reader: system === 'inch' ? INCH_READER : METRIC_READER };
}

export const viewSlice = createSlice({
  name: 'view',
  initialState: initial,
  reducers: {
    selected: (state, { payload }: PayloadAction<Ref | null>): ViewState => ({
      ...(state as ViewState),
      selection: payload,
      also: [],
      moduleInHand: null,
      laid: null,
      isStringing: state.isStringing && payload?.kind === 'string',
    }),
    moduleTaken: (state, { payload }: PayloadAction<string | null>) => ({ ...state, moduleInHand: payload }),
    stringingSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isStringing: payload }),
    laidShown: (state, { payload }: PayloadAction<LaidGhosts | null>): ViewState => ({
      ...(state as ViewState),
      laid: payload,
    }),
    shadeShown: (state, { payload }: PayloadAction<ViewState['shade']>): ViewState => ({
      ...(state as ViewState),
      shade: payload,
    }),
    moduleShaded: (state, { payload }: PayloadAction<{ key: string; ratio: number }>): ViewState => ({
      ...(state as ViewState),
      shadedByHand: { ...state.shadedByHand, [payload.key]: payload.ratio },
    }),
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
    lookedAt: (state, { payload }: PayloadAction<string | null>) => ({
      ...state,
      look: { face: payload, turn: state.look.turn + 1 },
    }),
    jobLeft: (state): ViewState => ({
      ...(state as ViewState),
      selection: null,
      also: [],
      faceInHand: null,
      sheetRoot: null,
      isFoldedUp: false,
      isOneLine: false,
      ghosts: [],
      ...NO_ARRAY,
      gearInHand: null,
      siteTab: 'faces' as const,
      materialInHand: null,
    }),
    gearTaken: (state, { payload }: PayloadAction<string | null>) => ({ ...state, gearInHand: payload }),
    siteTabTaken: (state, { payload }: PayloadAction<{ tab: SiteTab; material: string | null }>) => ({
      ...state,
      siteTab: payload.tab,
      materialInHand: payload.material,
    }),
    framingShown: (state, { payload }: PayloadAction<boolean>) => ({ ...state, showsFraming: payload }),
    rooted: (state, { payload }: PayloadAction<string | null>) => ({ ...state, sheetRoot: payload }),
    foldedUp: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isFoldedUp: payload }),
    oneLineShown: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isOneLine: payload }),
    ghostsShown: (state, { payload }: PayloadAction<readonly Ghost[]>): ViewState => ({
      ...(state as ViewState),
      ghosts: payload,
    }),
    personNamed: (state, { payload }: PayloadAction<string>) => ({ ...state, person: payload }),
    /** All of one kind that there are; the same again changes nothing. */
    unreadFound: (
      state,
      {
        payload: { what, unread },
      }: PayloadAction<{
        readonly what: Unread['what'];
        readonly unread: readonly Omit<Unread, 'what'>[];
      }>,
    ): ViewState => {
      const view = state as ViewState;
      const others = view.unread.filter((each) => each.what !== what);
      const all = [...others, ...unread.map((each) => ({ ...each, what }))];
      const isSame = all.length === 0 && view.unread.length === 0;
      return isSame ? view : { ...view, unread: all };
    },
    readingsWait: (state, { payload }: PayloadAction<readonly ToldWaiting[]>): ViewState => ({
      ...(state as ViewState),
      waiting: payload,
    }),
    /** For the open job alone, else for all that is no job. */
    systemChosen: (
      state,
      { payload: { system, job } }: PayloadAction<{ system: Reader['system']; job: string | null }>,
    ): ViewState =>
      job === null
        ? { ...(state as ViewState), usualSystem: system }
        : { ...(state as ViewState), systemOfJob: withJob(state.systemOfJob, job, system) },
    themeChosen: (state, { payload }: PayloadAction<ViewState['theme']>) => ({ ...state, theme: payload }),
    benchFolded: (state) => ({ ...state, isBenchFolded: !state.isBenchFolded }),
  },
});
