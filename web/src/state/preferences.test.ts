import { describe, expect, test } from '@jest/globals';
import { INCH_READER, METRIC_READER } from '@zarnel/core/words';
import { readPreferences, writePreferences } from './preferences.ts';
import { viewSlice, withReader } from './view-slice.ts';

function storage(text: string | null) {
  const kept = { text };
  return { kept, getItem: () => kept.text, setItem: (_: string, next: string) => void (kept.text = next) };
}

describe('preferences', () => {
  test('come back as they were', () => {
    const place = storage(null);
    const view = {
      ...viewSlice.getInitialState(),
      reader: METRIC_READER,
      usualSystem: 'metric',
      systemOfJob: { a: 'inch' },
      theme: 'night',
      person: 'Ada "Q" Mapp',
    } as const;
    writePreferences(place, view);
    expect(readPreferences(place)).toEqual({
      reader: METRIC_READER,
      usualSystem: 'metric',
      systemOfJob: { a: 'inch' },
      theme: 'night',
      person: 'Ada "Q" Mapp',
    });
  });

  test.each([null, '', '{', '{"system":"furlongs","theme":7}'])('are none where %p is kept', (text) => {
    expect(readPreferences(storage(text))).toEqual({});
  });
});

describe('viewSlice', () => {
  const { actions, reducer } = viewSlice;

  test('changes units, theme and bench without losing the selection', () => {
    let state = reducer(undefined, actions.selected({ kind: 'penetration', id: 'p' }));
    state = reducer(state, actions.systemChosen({ system: 'metric', job: null }));
    state = reducer(state, actions.themeChosen('night'));
    state = reducer(state, actions.benchFolded());
    expect(state).toMatchObject({
      usualSystem: 'metric',
      theme: 'night',
      isBenchFolded: true,
      selection: { id: 'p' },
    });
  });

  test('reads each job in the units of its trade, or as the person chose for it; all else in theirs', () => {
    const us = { jobId: 'u', plan: { codeBasis: 'us' } } as const;
    const iec = { jobId: 'i', plan: { codeBasis: 'iec' } } as const;
    const none = { jobId: null, plan: null };
    let state = reducer(undefined, actions.systemChosen({ system: 'metric', job: null }));
    const readers = () => [us, iec, none].map((open) => withReader(state, open).reader);
    expect(readers()).toEqual([INCH_READER, METRIC_READER, METRIC_READER]);
    state = reducer(state, actions.systemChosen({ system: 'inch', job: null }));
    expect(readers()).toEqual([INCH_READER, METRIC_READER, INCH_READER]);
    state = reducer(state, actions.systemChosen({ system: 'inch', job: 'i' }));
    state = reducer(state, actions.systemChosen({ system: 'metric', job: 'u' }));
    expect(readers()).toEqual([METRIC_READER, INCH_READER, INCH_READER]);
    const many = Array.from({ length: 498 }, (_, index) => [`j${index}`, 'inch'] as const);
    state = { ...state, systemOfJob: { ...state.systemOfJob, ...Object.fromEntries(many) } };
    for (const job of ['k', 'l', 'm']) state = reducer(state, actions.systemChosen({ system: 'inch', job }));
    // Those chosen first go first.
    expect(Object.keys(state.systemOfJob)).toHaveLength(500);
    expect(['i', 'u', 'j0', 'j1', 'm'].map((job) => job in state.systemOfJob)).toEqual([
      false,
      false,
      false,
      true,
      true,
    ]);
  });

  test('lets go of what belongs to a job when the job is left', () => {
    let state = reducer(undefined, actions.selected({ kind: 'run', id: 'r' }));
    state = reducer(state, actions.faceTaken('roof-top'));
    expect(reducer(state, actions.jobLeft())).toMatchObject({ selection: null, faceInHand: null });
  });
});
