import { beforeAll, describe, expect, it } from '@jest/globals';
import { countyTraffic, drawnOn } from '../testing';
import { toldFeatures } from './directions';
import { featureHere, itemAt, ribbonOf, signalDue, type RibbonItem } from './ribbon';
import type { Route } from './route';
import { featureNow, type Told } from './whereNow';

let route: Route;
let items: readonly RibbonItem[];
beforeAll(async () => {
  route = drawnOn(await countyTraffic(), { lat: 52.1275, lon: -2.3205 }, { lat: 52.155, lon: -2.265 }).route;
  items = ribbonOf({ ...route, independent: { from: 500, to: 1_500 } });
});

describe('the ribbon', () => {
  it('holds every direction once, in the order of the road, with what stands at the same place', () => {
    const directions = items.flatMap((item) => (item.what === 'feature' && item.direction ? [item.id] : []));
    expect(directions).toEqual(toldFeatures(route.features).map(({ id }) => id));
    items.forEach((item, n) => expect(item.along).toBeGreaterThanOrEqual(items[n - 1]?.along ?? 0));
    const turn = items.find(
      (item) => item.what === 'feature' && item.also.some(({ kind }) => kind === 'give-way'),
    );
    expect(turn).toBeDefined();
  });

  it('tells calm stretches and the ends of the independent drive', () => {
    expect(items.some(({ what }) => what === 'calm')).toBe(true);
    expect(items.filter(({ what }) => what === 'independent')).toHaveLength(2);
  });

  it('knows what comes next, and which thing a mark belongs to', () => {
    const [first, second] = items.filter((item) => item.what === 'feature');
    expect(itemAt(items, (first?.along ?? 0) - 10)?.id).toBe(first?.id);
    expect(featureHere(items, (second?.along ?? 0) + 20)?.id).toBe(second?.id);
    expect(featureHere([], 0)).toBeNull();
    expect(itemAt(items, 1e9)).toBeNull();
  });

  it('tells the signal for a slip road from shortly before its marker to the junction, and no other', () => {
    const leaving = { at: 3_000, signal: { from: 2_726, to: 2_817, text: 'Signal from the marker' } };
    const due = (along: number) => signalDue(leaving, along) !== null;
    expect([2_600, 2_670, 2_800, 3_000, 3_010].map(due)).toEqual([false, true, true, true, false]);
    expect(signalDue({ at: 3_000, signal: null }, 2_900)).toBeNull();
    expect(signalDue(null, 0)).toBeNull();
  });

  it('gives a mark no thing unless a fix of this moment, or a touch not long ago, tells where the car is', () => {
    const [first] = items.filter((item) => item.what === 'feature');
    const told: Told = { along: first?.along ?? 0, by: 'touch', at: '2026-09-14T08:00:00.000Z', off: false };
    const after = (seconds: number) => Date.parse(told.at) + seconds * 1000;
    expect(featureNow(items, null, after(0))).toBeNull();
    expect(featureNow(items, told, after(89))?.id).toBe(first?.id);
    expect(featureNow(items, told, after(91))).toBeNull();
    expect(featureNow(items, { ...told, by: 'position' }, after(14))?.id).toBe(first?.id);
    expect(featureNow(items, { ...told, by: 'position' }, after(16))).toBeNull();
    expect(featureNow(items, { ...told, off: true }, after(1))).toBeNull();
  });
});
