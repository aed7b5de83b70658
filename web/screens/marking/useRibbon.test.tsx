import { act, renderHook, waitFor } from '@testing-library/react';
import type { PropsWithChildren } from 'react';
import { afterEach, beforeAll, expect, it } from '@jest/globals';
import { Provider } from 'react-redux';
import { metresAlong, positionAlong } from '../../../core/geo';
import type { Route } from '../../../core/route';
import { sitesOf } from '../../../core/hotspot';
import { drawnOnXml, gridPosition, osmXml } from '../../../core/testing';
import type { Fix, PositionSource, Whereabouts } from '../../data/position';
import { served } from '../../testing/served';
import { useRibbon } from './useRibbon';

let route: Route;
beforeAll(async () => {
  const street = (name: string, at: readonly (readonly [number, number])[]) => ({
    at,
    tags: { highway: 'residential', name, maxspeed: '30 mph' },
  });
  const xml = osmXml(
    [
      street('Mill Row', [
        [0, 0],
        [1, 0],
        [2, 0],
        [3, 0],
      ]),
      street('Cadder Street', [
        [1, 0],
        [1, 1],
      ]),
      street('Pellam Lane', [
        [3, 0],
        [3, 1],
        [3, 2],
      ]),
      street('Ostrey Road', [
        [2, 1],
        [3, 1],
      ]),
    ],
    { '2,0': { highway: 'mini_roundabout' } },
  );
  ({ route } = await drawnOnXml(xml, gridPosition(0, 0), gridPosition(3, 2)));
});
afterEach(() => sessionStorage.clear());

/** A receiver in a box. */
function boxedSource() {
  let now: Whereabouts = { state: 'waiting', fix: null };
  let trusted = true;
  const listeners = new Set<() => void>();
  const source: PositionSource = {
    now: () => now,
    subscribe: (onChange) => {
      listeners.add(onChange);
      return () => listeners.delete(onChange);
    },
    positionNow: () => (trusted && now.fix ? { lat: now.fix.lat, lon: now.fix.lon } : null),
  };
  return {
    source,
    tell: (fix: Fix, isTrusted = true) => {
      now = { state: 'here', fix };
      trusted = isTrusted;
      act(() => listeners.forEach((listener) => listener()));
    },
  };
}

const fixAt = (along: number, accuracy = 6): Fix => {
  const { lat, lon } = positionAlong(route.line, metresAlong(route.line), along);
  return { lat, lon, accuracy, at: new Date().toISOString(), speed: 8 };
};

async function open(mock = 'm1') {
  const [site] = sitesOf(route);
  const { store } = served({
    [`/routes/${route.id}`]: { route, photos: [], revision: 1 },
    '/hot-spots?gravity=1': {
      drives: 1,
      marks: 1,
      unplaced: 0,
      mean: 0.1,
      places: site ? [{ site: site.site, hot: true, rate: 0.8 }] : [],
    },
  });
  const { source, tell } = boxedSource();
  const wrapper = ({ children }: PropsWithChildren) => <Provider store={store}>{children}</Provider>;
  const { result, unmount } = renderHook(() => useRibbon(mock, route.id, 'metric', source), { wrapper });
  expect(result.current).toBeNull();
  await waitFor(() => expect(result.current?.hot.size).toBe(1));
  const ribbon = () => {
    if (!result.current) throw new Error('no ribbon');
    return result.current;
  };
  return { ribbon, tell, unmount, step: (by: 1 | -1) => act(() => ribbon().step(by)) };
}

it('goes on and back by touch; a mark belongs to what was touched last, and a reload keeps it', async () => {
  const { ribbon, step, unmount } = await open();
  // Before anything is told, no mark belongs to the start.
  expect(ribbon().here()).toBeNull();
  expect(ribbon().route.units).toBe('metric');
  const features = ribbon().items.filter(({ what }) => what !== 'calm');
  expect(features.length).toBeGreaterThan(3);
  step(1);
  step(1);
  expect(ribbon()).toMatchObject({ by: 'touch', off: false });
  const at = ribbon().along;
  expect(features.map(({ along }) => along)).toContain(at);
  const here = ribbon().here();
  expect(here).not.toBeNull();
  expect(Math.abs((here?.along ?? 0) - at)).toBeLessThan(60);
  step(-1);
  expect(ribbon().along).toBeLessThan(at);
  step(1);
  unmount();
  const again = await open();
  expect(again.ribbon().along).toBe(at);
  again.step(-1);
  again.step(-1);
  again.step(-1);
  again.step(-1);
  expect(again.ribbon().along).toBeLessThan(at);
  // Another mock begins at its own start.
  again.unmount();
  expect((await open('m2')).ribbon().along).toBe(0);
});

it('follows the receiver, does not draw for every metre, and does not heed a fix that tells nothing', async () => {
  const { ribbon, tell } = await open();
  tell(fixAt(150));
  tell(fixAt(152));
  await waitFor(() => expect(ribbon().by).toBe('position'));
  expect(Math.abs(ribbon().along - 150)).toBeLessThan(12);
  const drawn = ribbon();
  tell(fixAt(154));
  expect(ribbon().along).toBe(drawn.along);
  tell(fixAt(260));
  expect(Math.abs(ribbon().along - 260)).toBeLessThan(12);
  tell(fixAt(500, 900), false);
  expect(Math.abs(ribbon().along - 260)).toBeLessThan(12);
});
