import { beforeAll, describe, expect, it } from '@jest/globals';
import { countyTraffic, drawnOn } from '../testing';
import { withFeature, withoutFeature } from './edit';
import { featureIdAt, kindOfFeature, pictureOf, placeOfFeature } from './featureId';
import { parseRoute, type Feature, type Route } from './route';

describe('the id of a feature', () => {
  let route: Route;
  let turn: Feature;
  beforeAll(async () => {
    route = drawnOn(await countyTraffic(), { lat: 52.1275, lon: -2.3205 }, { lat: 52.1, lon: -2.29 }).route;
    const found = route.features.find(({ kind, along }) => kind !== 'give-way' && along > 300);
    if (!found) throw new Error('no turn');
    turn = found;
  });

  it('tells its kind and place', () => {
    const id = featureIdAt('turn-left', { lat: 52.12345, lon: -2.3 });
    expect(kindOfFeature(id)).toBe('turn-left');
    expect(kindOfFeature('give-way')).toBe('give-way');
    expect(kindOfFeature('somewhere@52,1')).toBeUndefined();
    expect(placeOfFeature(id)?.lat).toBeCloseTo(52.12345, 3);
    expect(placeOfFeature(`${id}#h2`)?.lon).toBe(-2.3);
    expect(placeOfFeature('turn-left')).toBeNull();
  });

  it('is another one once the kind was changed, and the network does not propose the old kind again', () => {
    const changed = withFeature(route, { ...turn, kind: 'mini-roundabout', note: 'painted' }, turn);
    const now = changed.features.find(({ note }) => note === 'painted');
    expect(now?.kind).toBe('mini-roundabout');
    expect(kindOfFeature(now?.id ?? '')).toBe('mini-roundabout');
    expect(placeOfFeature(now?.id ?? '')).toEqual(placeOfFeature(turn.id));
    expect(changed.features).toHaveLength(route.features.length);
    expect(changed.muted).toContain(turn.id);
    expect(parseRoute(changed)).toEqual({ ok: true, value: changed });
    // Changed twice, taken off, put anew: no id is used twice, and nothing that was put by hand is muted.
    const twice = withFeature(changed, { ...now, kind: 'stop-junction' } as Feature, now ?? null);
    expect(twice.muted).toEqual(changed.muted);
    const put = { ...turn, id: '', kind: 'stop-junction' as const };
    const both = withFeature(withFeature(twice, put, null), put, null);
    expect(new Set(both.features.map(({ id }) => id)).size).toBe(both.features.length);
    expect(both.features).toHaveLength(route.features.length + 2);
  });

  it('stays when something else of it was changed, and is muted when it was taken off', () => {
    const noted = withFeature(route, { ...turn, note: 'hedge' }, turn);
    expect(noted.features.find(({ id }) => id === turn.id)?.note).toBe('hedge');
    expect(noted.muted).toEqual([]);
    const less = withoutFeature(noted, turn);
    expect(less.features.some(({ id }) => id === turn.id)).toBe(false);
    expect(less.muted).toEqual([turn.id]);
  });

  it('is put right where a file has another: the kind rules', () => {
    const odd = route.features.map((one, n) =>
      one.id === turn.id ? { ...one, kind: 'give-way' as const } : n === 1 ? { ...one, id: 'x1' } : one,
    );
    const read = parseRoute({ ...route, features: odd });
    if (!read.ok) throw new Error('not read');
    for (const { id, kind } of read.value.features) expect(kindOfFeature(id)).toBe(kind);
    expect(parseRoute(read.value)).toEqual(read);
  });

  it('takes its picture along when the kind is changed', () => {
    const seen = { ...turn, photo: true };
    const { features } = withFeature(route, { ...seen, kind: 'crossroads' }, turn);
    const now = features.find(({ photo }) => photo);
    if (!now) throw new Error('lost');
    expect(pictureOf([turn.id], seen, route.features)).toBe(turn.id);
    expect(pictureOf([turn.id], now, features)).toBe(turn.id);
    // What still has it keeps it; what has no picture gets none.
    expect(pictureOf([turn.id], now, [...features, turn])).toBeNull();
    expect(pictureOf([turn.id], { ...now, photo: false }, features)).toBeNull();
  });
});
