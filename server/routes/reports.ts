import type Router from '@koa/router';
import Papa from 'papaparse';
import { ShareToMake, type LinkView, type Page, type SharedView, type TestView } from '../../contract';
import {
  GOAL,
  decisiveWords,
  judge,
  judgeUnder,
  logFileName,
  secondsSince,
  clockText,
  stageAt,
  type DriveEvent,
  type Judgement,
} from '../../core/marking';
import { compileStandard, newestVersions, type Standard } from '../../core/standard';
import { bodyAs, gone, notFound, signedIn } from '../http';
import { reportPdf } from '../report';
import {
  endLink,
  eventsOf,
  linkOf,
  linksOf,
  listStandards,
  makeLink,
  routeById,
  standardOf,
  testById,
  type Database,
} from '../store';
import type { Parts } from './parts';

interface Judged {
  readonly test: TestView;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
  readonly judgement: Judgement;
}

export function reportRoutes(router: Router, { db, now }: Parts): void {
  router.get('/tests/:id/report.pdf', async (ctx) => {
    signedIn(ctx);
    const judged = await judgedTest(db, String(ctx.params.id));
    ctx.type = 'application/pdf';
    ctx.attachment(fileName(judged.test, 'pdf'), { type: 'inline' });
    const route = judged.test.route ? await routeById(db, judged.test.route.id) : null;
    ctx.body = await reportPdf({
      ...judged,
      line: route?.route.line ?? [],
      others: await underOthers(db, judged),
    });
  });

  router.get('/tests/:id/marks.csv', async (ctx) => {
    signedIn(ctx);
    const judged = await judgedTest(db, String(ctx.params.id));
    ctx.type = 'text/csv; charset=utf-8';
    ctx.attachment(fileName(judged.test, 'csv'));
    // What begins like a formula is no formula.
    ctx.body = Papa.unparse(marksOf(judged), { escapeFormulae: true });
  });

  router.get('/tests/:id/marks.json', async (ctx) => {
    signedIn(ctx);
    const judged = await judgedTest(db, String(ctx.params.id));
    const { test, judgement } = judged;
    ctx.attachment(fileName(test, 'json'));
    ctx.body = { test, verdict: judgement.verdict, marks: marksOf(judged) };
  });

  router.get('/tests/:id/shares', async (ctx) => {
    signedIn(ctx);
    const { test } = await judgedTest(db, String(ctx.params.id));
    ctx.body = { items: await linksOf(db, 'report', test.id), next: null } satisfies Page<LinkView>;
  });

  router.post('/tests/:id/shares', async (ctx) => {
    const instructor = signedIn(ctx);
    const { days } = bodyAs(ctx, ShareToMake);
    const { test } = await judgedTest(db, String(ctx.params.id));
    ctx.status = 201;
    ctx.body = await makeLink(db, 'report', test.id, instructor.id, { now: now(), days });
  });

  router.delete('/shares/:id', async (ctx) => {
    signedIn(ctx);
    if (!(await endLink(db, String(ctx.params.id), now()))) throw notFound('such share link that is open');
    ctx.status = 204;
  });

  router.get('/shared/:token', async (ctx) => {
    const link = await linkOf(db, 'report', String(ctx.params.token), now());
    if (!link) throw gone('drive');
    const { test, standard, events } = await judgedTest(db, link.subject);
    const first = (name: string) => name.split(' ')[0] ?? name;
    ctx.set('Referrer-Policy', 'no-referrer');
    ctx.body = {
      learner: test.learner.name,
      instructor: first(test.instructor.name),
      startedAt: test.startedAt,
      zone: test.zone,
      retest: test.retest,
      route: test.route?.title ?? null,
      standard,
      events: events.flatMap((event) => shown(event)),
      expiresAt: link.expiresAt,
    } satisfies SharedView;
  });
}

/** What of a log its learner is shown: of notes only goals, for the others are the instructor's own, and no positions. */
function shown(event: DriveEvent): DriveEvent[] {
  if (event.kind === 'note') return event.text.startsWith(GOAL) ? [event] : [];
  if (event.kind === 'fix' || event.kind === 'said') return [];
  return 'place' in event ? [{ ...event, place: null }] : [event];
}

async function judgedTest(db: Database, id: string): Promise<Judged> {
  const test = await testById(db, id);
  if (!test) throw notFound('such mock test');
  const standard = await standardOf(db, test.standard);
  if (!standard) throw notFound(`standard ${test.standard.id} ${test.standard.version}`);
  const { events } = await eventsOf(db, id);
  return { test, standard, events, judgement: judge(standard, events, { retest: test.retest }) };
}

/** The drive under the newest version of every other standard of the school. */
async function underOthers(db: Database, { test, standard, events }: Judged) {
  const listed = await listStandards(db);
  const newest = newestVersions(listed).filter(({ id }) => id !== standard.id);
  const all = await Promise.all(newest.map((ref) => standardOf(db, ref)));
  return all.flatMap((other) => {
    if (!other) return [];
    const { verdict, enough } = judgeUnder(standard, other, events, { retest: test.retest });
    const words = enough ? decisiveWords(other, verdict) : '';
    return [{ title: other.title, outcome: enough ? verdict.outcome : null, words }];
  });
}

const fileName = (test: TestView, ending: string): string =>
  logFileName(test).replace(/\.[\w.]+$/, `.${ending}`);

/** Every mark in time order, a row each. */
function marksOf({ test, standard, judgement }: Judged) {
  const { itemOf, severities } = compileStandard(standard);
  return judgement.marks.map((mark) => {
    const { item, section } = itemOf(mark.item);
    return {
      time: mark.at,
      sinceStart: clockText(secondsSince(test.startedAt, mark.at)),
      stage: stageAt(judgement.drive, mark.at),
      section: section.title,
      item: item.label,
      itemId: item.id,
      skill: item.skill,
      severity: severities.get(mark.severity)?.label ?? mark.severity,
      points: mark.points,
      counts:
        mark.uncounted === null
          ? 'yes'
          : mark.uncounted.why === 'cap'
            ? 'no: a cap was full'
            : 'no: after the end',
      from: mark.source,
      feature: mark.feature ?? '',
      latitude: mark.place?.lat ?? '',
      longitude: mark.place?.lon ?? '',
    };
  });
}
