import { gunzipSync } from 'node:zlib';
import { adviceFor, adviceWith, prioritiesOf, todayWords } from '../../../core/coaching';
import { clockText } from '../../../core/marking';
import type { StoredNetwork } from '../../../core/network';
import { reportOf, type Report } from '../../../core/report';
import type { Route } from '../../../core/route';
import { judgedMock, routeDriven, underOthers, type Judged } from '../../report';
import { adviceHeld, networkFile, type Database } from '../../store';

/** It is large, and most work does without: loaded once, when it is first asked for. */
export const pdfWriter = () => import('../../report/pdf');

/** The report of one drive as a PDF; null when there is no such drive. */
export async function printedReport(db: Database, id: string): Promise<Uint8Array | null> {
  const judged = await judgedMock(db, id);
  return judged && printed(db, judged);
}

/** The same of a drive that was judged already. */
export async function printed(db: Database, judged: Judged): Promise<Uint8Array> {
  const { reportPdf } = await pdfWriter();
  const { mock, standard, judgement } = judged;
  const route = await routeDriven(db, mock);
  const report = reportOf(standard, judgement, mock, route);
  const [network, work] = [await roadsOf(db, route, report), await workOf(db, judged, report)];
  return reportPdf({ mock, standard, report, route, network, work, others: await underOthers(db, judged) });
}

/** The roads round a route, where its network is here and can be read. */
async function roadsOf(db: Database, route: Route | null, { marks }: Report): Promise<StoredNetwork | null> {
  if (!route?.network) return null;
  const gzipped = await networkFile(db, route.network.id, route.network.version);
  if (!gzipped) return null;
  const { roadsAround } = await import('../../report/drawMap');
  const made = marks.flatMap(({ position }) => (position ? [position.position] : []));
  try {
    const file = JSON.parse(gunzipSync(gzipped).toString('utf8')) as StoredNetwork;
    return roadsAround(file, [...route.line, ...made]);
  } catch {
    // What can't be read is told on the school's page; the report is printed without its roads.
    return null;
  }
}

/** What to work on, by today’s marks, with the school’s own advice before what ships. */
async function workOf(db: Database, { standard, judgement }: Judged, report: Report) {
  const advice = adviceWith((await adviceHeld(db)).advice);
  return prioritiesOf(standard, judgement, []).map(({ item, label, skill, severities, marks }) => {
    const times = report.marks
      .filter(({ by, item: of }) => of === item && marks.includes(by))
      .map(({ seconds }) => clockText(seconds));
    const why = [todayWords(standard, { severities }), times.length > 0 ? `at ${times.join(', ')}` : '']
      .filter(Boolean)
      .join(', ');
    return { title: label, why, advice: adviceFor(advice, skill) ?? null };
  });
}
