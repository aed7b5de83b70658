import { act, renderHook, waitFor } from '@testing-library/react';
import { beforeEach, expect, it } from '@jest/globals';
import type { Position } from '../../../core/geo';
import { failed, parsed, type Parsed } from '../../../core/problems';
import { routeProblem, type Route } from '../../../core/route';
import type { OpenNetwork, RouteBase } from '../../data/network';
import { orderOf, useRouteDraft } from './useRouteDraft';

const at = (lat: number, lon = 0): Position => ({ lat, lon });
const base = { id: 'new', title: 'A route', network: null, units: 'metric' } as RouteBase;

type Drawn = Parsed<{ readonly route: Route; readonly lost: number }>;
let draws: {
  readonly via: readonly Position[];
  readonly learners: string | undefined;
  readonly answer: (drawn: Drawn) => void;
  readonly fail: () => void;
}[];

const routeThrough = (via: readonly Position[]): Route =>
  ({ ...base, via, line: via, features: [], stretches: [] }) as unknown as Route;
const network = {
  summary: { id: 'ostrey', version: 1 },
  worker: {
    draw: (via: readonly Position[], { learners }: RouteBase) =>
      new Promise<Drawn>((resolve, reject) => {
        draws.push({ via, learners, answer: resolve, fail: () => reject(new Error('the worker ended')) });
      }),
  } as unknown as OpenNetwork['worker'],
} as unknown as OpenNetwork;

beforeEach(() => {
  draws = [];
  localStorage.clear();
});

const open = () => renderHook(() => useRouteDraft(network, null, base)).result;
const settle = (work: () => void) => act(async () => Promise.resolve(work()));

it('is a route once the worker has drawn it, and undo takes a step back', async () => {
  const draft = open();
  await settle(() => draft.current.setVia([at(1)]));
  expect(draft.current).toMatchObject({ via: [at(1)], route: null, busy: false });
  expect(draws).toHaveLength(0);
  const via = [at(1), at(2)];
  await settle(() => draft.current.setVia(via));
  expect(draft.current.busy).toBe(true);
  await settle(() => draws[0]?.answer(parsed({ route: routeThrough(via), lost: 2 })));
  expect(draft.current).toMatchObject({ via, busy: false, notice: { problems: [], lost: 2 } });
  expect(draft.current.route?.via).toEqual(via);
  await settle(() => draft.current.undo());
  expect(draft.current).toMatchObject({ via: [at(1)], route: null });
  await settle(() => draft.current.redo());
  expect(draft.current.route?.via).toEqual(via);
});

it('what was overtaken by a later change does not count, whichever is drawn first', async () => {
  const draft = open();
  const [first, second] = [
    [at(1), at(2)],
    [at(1), at(3)],
  ];
  await settle(() => draft.current.setVia(first));
  await settle(() => draft.current.setVia(second));
  await settle(() => draws[1]?.answer(parsed({ route: routeThrough(second), lost: 0 })));
  await settle(() => draws[0]?.answer(parsed({ route: routeThrough(first), lost: 0 })));
  expect(draft.current.via).toEqual(second);
  // Taking all points away overtakes too.
  await settle(() => draft.current.setVia(first));
  await settle(() => draft.current.setVia([]));
  expect(draft.current).toMatchObject({ via: [], route: null, busy: false });
  await settle(() => draws[2]?.answer(parsed({ route: routeThrough(first), lost: 0 })));
  expect(draft.current).toMatchObject({ via: [], route: null });
});

it('a way that cannot be drawn is told, and changes nothing', async () => {
  const draft = open();
  await settle(() => draft.current.setVia([at(1), at(2)]));
  await settle(() => draws[0]?.answer(parsed({ route: routeThrough([at(1), at(2)]), lost: 0 })));
  await settle(() => draft.current.setVia([at(1), at(90)]));
  await settle(() =>
    draws[1]?.answer(failed([routeProblem('via[1]', 'off-road', { point: 2, metres: 120 })])),
  );
  expect(draft.current.notice.problems[0]?.message).toBe('point 2 lies more than 120 m from any road');
  expect(draft.current.via).toEqual([at(1), at(2)]);
  await settle(() => draft.current.setVia([at(1), at(3)]));
  await settle(() => draws[2]?.fail());
  expect(draft.current.notice.problems[0]?.message).toBe('the way could not be worked out');
  expect(draft.current.busy).toBe(false);
});

it('points on roads closed to learners can be left out at once, and who drives is drawn for', async () => {
  const draft = open();
  const via = [at(1), at(2), at(3), at(4)];
  await settle(() => draft.current.setVia(via));
  const closed = (n: number) =>
    routeProblem(`via[${n}]`, 'closed-road', { point: n + 1, road: 'M9', why: 'motorway' });
  await settle(() => draws[0]?.answer(failed([closed(1), closed(3)])));
  expect(draft.current.notice.withoutClosed).toEqual([at(1), at(3)]);
  await settle(() => draft.current.setVia(draft.current.notice.withoutClosed ?? []));
  await settle(() => draws[1]?.answer(parsed({ route: routeThrough([at(1), at(3)]), lost: 0 })));
  expect(draft.current).toMatchObject({ via: [at(1), at(3)], notice: { withoutClosed: null } });
  await settle(() => draft.current.setLearners('large vehicle or trailer'));
  expect(draws[2]).toMatchObject({ via: [at(1), at(3)], learners: 'large vehicle or trailer' });
});

it('is there again after a reload, until it is done with', async () => {
  const draft = open();
  await settle(() => draft.current.setVia([at(1), at(2)]));
  await settle(() => draws[0]?.answer(parsed({ route: routeThrough([at(1), at(2)]), lost: 0 })));
  await waitFor(() => expect(open().current.restored).toBe(true));
  const again = open();
  expect(again.current.via).toEqual([at(1), at(2)]);
  await settle(() => again.current.done());
  expect(open().current).toMatchObject({ via: [], restored: false });
});

it('a place on the line comes between the points that lie round it', () => {
  const via = [at(0), at(0.01), at(0.02)];
  const route = routeThrough(via);
  expect(orderOf(route, at(0.005))).toBe(1);
  expect(orderOf(route, at(0.015))).toBe(2);
  // Before the first and after the last it goes next to the end that is nearest.
  expect(orderOf(route, at(-0.001))).toBe(1);
  expect(orderOf(route, at(0.021))).toBe(2);
});
