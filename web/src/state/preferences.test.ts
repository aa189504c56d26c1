import { describe, expect, test } from '@jest/globals';
import { INCH_READER, METRIC_READER } from '@zarnel/core/words';
import { readPreferences, writePreferences } from './preferences.ts';
import { viewSlice } from './view-slice.ts';

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
      theme: 'night',
      person: 'Ada "Q" Mapp',
    } as const;
    writePreferences(place, view);
    expect(readPreferences(place)).toEqual({ reader: METRIC_READER, theme: 'night', person: 'Ada "Q" Mapp' });
  });

  test.each([null, '', '{', '{"system":"furlongs","theme":7}'])('are none where %p is kept', (text) => {
    expect(readPreferences(storage(text))).toEqual({});
  });
});

describe('viewSlice', () => {
  const { actions, reducer } = viewSlice;

  test('changes units, theme and bench without losing the selection', () => {
    let state = reducer(undefined, actions.selected({ kind: 'penetration', id: 'p' }));
    state = reducer(state, actions.systemChosen('metric'));
    state = reducer(state, actions.themeChosen('night'));
    state = reducer(state, actions.benchFolded());
    expect(state).toMatchObject({
      reader: METRIC_READER,
      theme: 'night',
      isBenchFolded: true,
      selection: { id: 'p' },
    });
    expect(reducer(state, actions.systemChosen('inch')).reader).toBe(INCH_READER);
  });

  test('lets go of what belongs to a job when the job is left', () => {
    let state = reducer(undefined, actions.selected({ kind: 'run', id: 'r' }));
    state = reducer(state, actions.faceTaken('roof-top'));
    expect(reducer(state, actions.jobLeft())).toMatchObject({ selection: null, faceInHand: null });
  });
});
