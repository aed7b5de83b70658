import { configureStore } from '@reduxjs/toolkit';
import { expect, it } from '@jest/globals';
import { smallStandard, mockView } from '../../testing';
import { actOn, judgementOf } from './act';
import { beginDrive, logSlice } from './slice';

function marking() {
  const store = configureStore({ reducer: { log: logSlice.reducer } });
  store.dispatch(beginDrive({ mock: mockView(), standard: smallStandard }));
  const drive = () => {
    const held = store.getState().log.drives['test-1'];
    if (!held) throw new Error('no drive');
    return held;
  };
  return { store, drive };
}

it('what is done is in the log at once, each touch with an instant and ids of its own', () => {
  const { store, drive } = marking();
  actOn(store, 'test-1', { do: 'begin', failed: [] });
  const { ids } = actOn(store, 'test-1', { do: 'mark', item: 'look', severity: 'minor' });
  const { ids: more } = actOn(store, 'test-1', { do: 'mark', item: 'look', severity: 'minor' });
  expect(drive().events.map(({ kind }) => kind)).toEqual(['stage', 'fault', 'fault']);
  expect(new Set([...ids, ...more]).size).toBe(2);
  expect(new Set(drive().events.map(({ at }) => at)).size).toBe(3);
  expect(judgementOf(drive()).marks.map(({ by }) => by)).toEqual([...ids, ...more]);
});

it('an undo says what it undid, and its events restore it', () => {
  const { store, drive } = marking();
  actOn(store, 'test-1', { do: 'mark', item: 'stall', severity: 'grave' });
  const { ids: retracts, undone } = actOn(store, 'test-1', { do: 'undo' });
  expect(undone).toBe('Stall, grave');
  expect(judgementOf(drive()).marks).toEqual([]);
  actOn(store, 'test-1', { do: 'restore', retracts });
  expect(judgementOf(drive()).marks).toHaveLength(1);
});

it('what is refused records nothing, also in a mock that is not open here', () => {
  const { store, drive } = marking();
  const before = drive().events;
  expect(actOn(store, 'test-1', { do: 'stop-run' })).toEqual({
    ids: [],
    refused: { code: 'no-manoeuvre-runs' },
    undone: null,
  });
  expect(drive().events).toBe(before);
  expect(actOn(store, 'elsewhere', { do: 'flag' }).refused).toEqual({ code: 'not-there' });
});

it('a log is judged once, however often it is asked about', () => {
  const { store, drive } = marking();
  const first = judgementOf(drive());
  expect(judgementOf(drive())).toBe(first);
  actOn(store, 'test-1', { do: 'flag' });
  expect(judgementOf(drive())).not.toBe(first);
});
