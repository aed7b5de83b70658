import type Router from '@koa/router';
import { ShareToMake, type LinkView, type Page, type SharedView, type MockView } from '../../contract';
import { learnerView, logFileName } from '../../core/marking';
import { firstName } from '../../core/names';
import { askedOrigin, bodyAs, gone, notFound, instructorOf, whenGone } from '../http';
import { judgedMock, marksOf, marksTable, routeDriven, type Judged } from '../report';
import { endLink, linkOf, linksOf, makeLink, mockById, type Database } from '../store';
import { work } from '../work';
import type { Parts } from './parts';

export function reportRoutes(router: Router, { db, databaseFile, now, publicOrigin }: Parts): void {
  router.get('/mocks/:id/report.pdf', async (ctx) => {
    const mock = await mockById(db, String(ctx.params.id));
    if (!mock) throw notFound('such mock test');
    const pdf = await work('report', databaseFile, { mock: mock.id }, { signal: whenGone(ctx), seconds: 30 });
    if (!pdf) throw notFound('such mock test');
    ctx.type = 'application/pdf';
    ctx.attachment(fileName(mock, 'pdf'), { type: 'inline' });
    ctx.body = Buffer.from(pdf);
  });

  router.get('/mocks/:id/marks.csv', async (ctx) => {
    const judged = await mockHeld(db, String(ctx.params.id));
    ctx.type = 'text/csv; charset=utf-8';
    ctx.attachment(fileName(judged.mock, 'csv'));
    ctx.body = marksTable(judged, await routeDriven(db, judged.mock));
  });

  router.get('/mocks/:id/marks.json', async (ctx) => {
    const judged = await mockHeld(db, String(ctx.params.id));
    const { mock, judgement } = judged;
    ctx.attachment(fileName(mock, 'json'));
    const marks = marksOf(judged, await routeDriven(db, mock));
    ctx.body = { test: mock, verdict: judgement.verdict, marks };
  });

  router.get('/mocks/:id/shares', async (ctx) => {
    const { mock } = await mockHeld(db, String(ctx.params.id));
    ctx.body = { items: await linksOf(db, 'report', mock.id), next: null } satisfies Page<LinkView>;
  });

  router.post('/mocks/:id/shares', async (ctx) => {
    const instructor = instructorOf(ctx);
    const { days, fullName = false } = bodyAs(ctx, ShareToMake);
    const { mock } = await mockHeld(db, String(ctx.params.id));
    ctx.status = 201;
    const link = await makeLink(db, 'report', mock.id, instructor.id, { now: now(), days, fullName });
    ctx.body = { ...link, url: `${publicOrigin ?? askedOrigin(ctx)}/shared/${link.token}` };
  });

  router.delete('/shares/:id', async (ctx) => {
    if (!(await endLink(db, String(ctx.params.id), now()))) throw notFound('such share link that is open');
    ctx.status = 204;
  });

  router.get('/shared/:token', async (ctx) => {
    const link = await linkOf(db, 'report', String(ctx.params.token), now());
    if (!link) throw gone('drive');
    const { mock, standard, events } = await mockHeld(db, link.subject);
    ctx.set('Referrer-Policy', 'no-referrer');
    ctx.body = {
      learner: link.fullName ? mock.learner.name : firstName(mock.learner.name),
      instructor: firstName(mock.instructor.name),
      startedAt: mock.startedAt,
      zone: mock.zone,
      retest: mock.retest,
      route: mock.route?.title ?? null,
      standard,
      ready: mock.ready,
      events: learnerView(events),
      expiresAt: link.expiresAt,
    } satisfies SharedView;
  });
}

async function mockHeld(db: Database, id: string): Promise<Judged> {
  const judged = await judgedMock(db, id);
  if (!judged) throw notFound('such mock test');
  return judged;
}

const fileName = (mock: MockView, ending: string): string =>
  logFileName(mock).replace(/\.[\w.]+$/, `.${ending}`);
