import { beforeAll, describe, expect, it } from '@jest/globals';
import { countyTraffic, drawnOn } from '../testing';
import { withFeature, withoutFeature } from './edit';
import { parseRoute, type Feature, type Route } from './route';

describe('a feature of a route', () => {
  let route: Route;
  let turn: Feature;
  beforeAll(async () => {
    route = drawnOn(await countyTraffic(), { lat: 52.1275, lon: -2.3205 }, { lat: 52.1, lon: -2.29 }).route;
    const found = route.features.find(({ kind, along }) => kind !== 'give-way' && along > 300);
    if (!found) throw new Error('no turn');
    turn = found;
  });

  it('keeps its id when it is called something else, and stands there once', () => {
    const changed = withFeature(route, { ...turn, kind: 'mini-roundabout', note: 'painted' });
    const of = changed.features.filter(({ id }) => id === turn.id);
    expect(of).toEqual([{ ...turn, kind: 'mini-roundabout', note: 'painted' }]);
    expect(changed.features).toHaveLength(route.features.length);
    expect(changed.muted).toEqual([]);
    expect(parseRoute(changed)).toEqual({ ok: true, value: changed });
  });

  it('stands in its order when it is put by hand', () => {
    const put = { ...turn, id: 'mine', kind: 'note', along: 5, source: 'hand', proposed: false } as const;
    const { features } = withFeature(route, put);
    expect(features).toHaveLength(route.features.length + 1);
    expect(features.map(({ along }) => along)).toEqual(
      features.map(({ along }) => along).sort((a, b) => a - b),
    );
  });

  it('is proposed no more once it was taken off; what was put by hand is only gone', () => {
    const noted = withFeature(route, { ...turn, note: 'hedge', source: 'hand' });
    const less = withoutFeature(noted, turn);
    expect(less.features.some(({ id }) => id === turn.id)).toBe(false);
    expect(less.muted).toEqual([turn.id]);
    expect(withoutFeature(less, turn).muted).toEqual([turn.id]);
    const put = { ...turn, id: 'mine', proposed: false };
    expect(withoutFeature(withFeature(route, put), put)).toEqual(route);
  });

  it('may have any id in a file, and counts as proposed where the file does not say', () => {
    const odd = route.features.map(({ proposed: _, ...one }, n) => (n === 1 ? { ...one, id: 'x1' } : one));
    const read = parseRoute({ ...route, features: odd });
    expect(read).toMatchObject({
      ok: true,
      value: { features: odd.map((one) => ({ ...one, proposed: true })) },
    });
  });
});
