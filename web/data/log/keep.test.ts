import 'fake-indexeddb/auto';
import { describe, expect, it } from '@jest/globals';
import { openDB } from 'idb';
import type { DriveEvent } from '../../../core/marking';
import { mockView, smallStandard } from '../../testing';
import { openKeep } from './keep';

const fault = (id: string, at: string) =>
  ({
    kind: 'fault',
    id,
    device: 'd1',
    seq: 1,
    at,
    item: 'look',
    severity: 'minor',
    run: null,
  }) satisfies Partial<DriveEvent> as DriveEvent;

describe('what this browser keeps', () => {
  it('is still there when the first version of the program kept it, and what waits goes on waiting', async () => {
    const old = await openDB('first', 1, {
      upgrade(made) {
        made.createObjectStore('drives', { keyPath: 'test.id' });
        const events = made.createObjectStore('events', { keyPath: 'id' });
        events.createIndex('test', 'test');
        events.createIndex('waiting', 'waiting');
      },
    });
    const [sent, waits] = [fault('e1', '2026-11-18T10:00:00.000Z'), fault('e2', '2026-11-18T10:01:00.000Z')];
    await old.put('drives', { test: mockView('m1'), standard: smallStandard, onServer: true });
    await old.put('drives', { test: mockView('m2'), standard: smallStandard, onServer: false });
    await old.put('events', { id: 'e1', test: 'm1', event: { ...sent, feature: 'give-way' } });
    await old.put('events', { id: 'e2', test: 'm1', event: waits, waiting: 1 });
    await old.put('events', { id: 'e3', test: 'm2', event: fault('e3', sent.at), refused: 'No such item.' });
    old.close();

    const keep = await openKeep('first');
    expect(await keep.drive('m1')).toEqual({ mock: mockView('m1'), standard: smallStandard, onServer: true });
    expect(await keep.events('m1')).toEqual([
      { event: { ...sent, feature: { kind: 'give-way' } }, onServer: true },
      { event: waits, onServer: false },
    ]);
    expect(await keep.waiting()).toEqual([{ mock: 'm1', event: waits }]);
    expect((await keep.unsent()).map(({ mock }) => mock.id)).toEqual(['m1', 'm2']);
    // And it goes on as one that began today.
    await keep.acknowledged(['e2']);
    await keep.putEvents('m2', [fault('e4', sent.at)]);
    expect(await keep.waiting()).toMatchObject([{ mock: 'm2', event: { id: 'e4' } }]);
    expect((await keep.unsent()).map(({ mock }) => mock.id)).toEqual(['m2']);
  });

  it('is all of a batch or none of it', async () => {
    const keep = await openKeep('batch');
    const unstorable = { ...fault('b2', '2026-11-18T10:00:00.000Z'), note: () => 0 } as unknown as DriveEvent;
    await expect(
      keep.putEvents('m1', [fault('b1', '2026-11-18T10:00:00.000Z'), unstorable]),
    ).rejects.toBeDefined();
    expect(await keep.events('m1')).toEqual([]);
  });
});
