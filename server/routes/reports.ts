import type Router from '@koa/router';
import Papa from 'papaparse';
import { ShareToMake, type LinkView, type Page, type SharedView, type TestView } from '../../contract';
import { clockText, learnerView, logFileName } from '../../core/marking';
import { firstName } from '../../core/names';
import { countingWords, reportOf } from '../../core/report';
import type { Route } from '../../core/route';
import { askedOrigin, bodyAs, gone, notFound, instructorOf, whenGone } from '../http';
import { judgedTest, routeDriven, type Judged } from '../report';
import { endLink, linkOf, linksOf, makeLink, testById, type Database } from '../store';
import { work } from '../work';
import type { Parts } from './parts';

export function reportRoutes(router: Router, { db, databaseFile, now, publicOrigin }: Parts): void {
  router.get('/tests/:id/report.pdf', async (ctx) => {
    const test = await testById(db, String(ctx.params.id));
    if (!test) throw notFound('such mock test');
    const pdf = await work('report', databaseFile, { test: test.id }, { signal: whenGone(ctx), seconds: 30 });
    if (!pdf) throw notFound('such mock test');
    ctx.type = 'application/pdf';
    ctx.attachment(fileName(test, 'pdf'), { type: 'inline' });
    ctx.body = Buffer.from(pdf);
  });

  router.get('/tests/:id/marks.csv', async (ctx) => {
    const judged = await testHeld(db, String(ctx.params.id));
    ctx.type = 'text/csv; charset=utf-8';
    ctx.attachment(fileName(judged.test, 'csv'));
    // What begins like a formula is no formula.
    ctx.body = Papa.unparse(marksOf(judged, await routeDriven(db, judged.test)), { escapeFormulae: true });
  });

  router.get('/tests/:id/marks.json', async (ctx) => {
    const judged = await testHeld(db, String(ctx.params.id));
    const { test, judgement } = judged;
    ctx.attachment(fileName(test, 'json'));
    const marks = marksOf(judged, await routeDriven(db, test));
    ctx.body = { test, verdict: judgement.verdict, marks };
  });

  router.get('/tests/:id/shares', async (ctx) => {
    const { test } = await testHeld(db, String(ctx.params.id));
    ctx.body = { items: await linksOf(db, 'report', test.id), next: null } satisfies Page<LinkView>;
  });

  router.post('/tests/:id/shares', async (ctx) => {
    const instructor = instructorOf(ctx);
    const { days, fullName = false } = bodyAs(ctx, ShareToMake);
    const { test } = await testHeld(db, String(ctx.params.id));
    ctx.status = 201;
    const link = await makeLink(db, 'report', test.id, instructor.id, { now: now(), days, fullName });
    ctx.body = { ...link, url: `${publicOrigin ?? askedOrigin(ctx)}/shared/${link.token}` };
  });

  router.delete('/shares/:id', async (ctx) => {
    if (!(await endLink(db, String(ctx.params.id), now()))) throw notFound('such share link that is open');
    ctx.status = 204;
  });

  router.get('/shared/:token', async (ctx) => {
    const link = await linkOf(db, 'report', String(ctx.params.token), now());
    if (!link) throw gone('drive');
    const { test, standard, events } = await testHeld(db, link.subject);
    ctx.set('Referrer-Policy', 'no-referrer');
    ctx.body = {
      learner: link.fullName ? test.learner.name : firstName(test.learner.name),
      instructor: firstName(test.instructor.name),
      startedAt: test.startedAt,
      zone: test.zone,
      retest: test.retest,
      route: test.route?.title ?? null,
      standard,
      ready: test.ready,
      events: learnerView(events),
      expiresAt: link.expiresAt,
    } satisfies SharedView;
  });
}

async function testHeld(db: Database, id: string): Promise<Judged> {
  const judged = await judgedTest(db, id);
  if (!judged) throw notFound('such mock test');
  return judged;
}

const fileName = (test: TestView, ending: string): string =>
  logFileName(test).replace(/\.[\w.]+$/, `.${ending}`);

/** Every mark in time order, a row each. */
function marksOf({ test, standard, judgement }: Judged, route: Route | null) {
  return reportOf(standard, judgement, test, route).marks.map((mark) => ({
    time: mark.at,
    sinceStart: clockText(mark.seconds),
    stage: mark.stage,
    section: mark.section,
    item: mark.label,
    itemId: mark.item,
    skill: mark.skill,
    severity: mark.grade,
    points: mark.points,
    counts: countingWords[mark.counts],
    afterEnd: mark.afterEnd ? 'yes' : '',
    from: mark.from,
    feature: mark.position?.kind ?? '',
    latitude: mark.position?.place.lat ?? '',
    longitude: mark.position?.place.lon ?? '',
  }));
}
