import Router from '@koa/router';
import { API, operations, type HealthView } from '../../contract';
import { HttpProblem, rightsNeeded, signInThrottle } from '../http';
import { tryWriting } from '../store';
import { coachingRoutes } from './coaching';
import { diaryRoutes } from './diary';
import { drillRoutes } from './drill';
import { gradingRoutes } from './gradings';
import { learnerRoutes } from './learners';
import { networkRoutes } from './networks';
import { openApi } from './openapi';
import type { Parts } from './parts';
import { hotSpotRoutes } from './hotSpots';
import { peopleRoutes } from './people';
import { questionRoutes } from './questions';
import { readinessRoutes } from './readiness';
import { reportRoutes } from './reports';
import { resultRoutes } from './results';
import { routeRoutes } from './routes';
import { schoolRoutes } from './school';
import { sessionRoutes } from './session';
import { sheetRoutes } from './sheets';
import { standardRoutes } from './standards';
import { mockRoutes } from './mocks';
import { welcomeRoutes } from './welcome';
import { vehicleRoutes } from './vehicles';
import { practiceRoutes } from './practice';
import { yardRoutes } from './yard';

export type { Parts } from './parts';

/** With fewer bytes than this on the disk, a day of marks may not fit. */
const LEAST_FREE = 10_000_000;

/** Everything under /api/v1, as the contract lists it. */
export function routes(parts: Parts): Router {
  const router = new Router({ prefix: API });
  router.use(async (ctx, next) => {
    ctx.set('Cache-Control', 'no-store');
    // By this mark a browser knows an answer from one that it kept.
    const mark = ctx.get('X-Asked');
    if (/^[\w-]{1,40}$/.test(mark)) ctx.set('X-Asked', mark);
    await next();
  });
  router.use(rightsNeeded(operations, API, parts.db));
  router.get('/health', async (ctx) => {
    await tryWriting(parts.db);
    const free = await parts.keeper.free();
    if (free < LEAST_FREE)
      throw new HttpProblem(
        507,
        'Disk full',
        `The server’s disk is almost full: ${Math.floor(free / 1e6)} MB left.`,
      );
    // A device that learns to trust the school asks from another address whether it does.
    ctx.set('Cross-Origin-Resource-Policy', 'cross-origin');
    ctx.body = { status: 'ok', version: parts.version, demo: parts.demo } satisfies HealthView;
  });
  let described: ReturnType<typeof openApi> | null = null;
  router.get('/openapi.json', (ctx) => {
    ctx.body = described ??= openApi(parts.version);
  });
  sessionRoutes(router, parts, signInThrottle());
  welcomeRoutes(router, parts);
  peopleRoutes(router, parts);
  schoolRoutes(router, parts);
  learnerRoutes(router, parts);
  readinessRoutes(router, parts);
  coachingRoutes(router, parts);
  resultRoutes(router, parts);
  diaryRoutes(router, parts);
  drillRoutes(router, parts);
  gradingRoutes(router, parts);
  yardRoutes(router, parts);
  practiceRoutes(router, parts);
  vehicleRoutes(router, parts);
  questionRoutes(router, parts);
  networkRoutes(router, parts);
  routeRoutes(router, parts);
  hotSpotRoutes(router, parts);
  standardRoutes(router, parts);
  mockRoutes(router, parts);
  sheetRoutes(router, parts);
  reportRoutes(router, parts);
  return router;
}
