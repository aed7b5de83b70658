import { reportOf } from '../../../core/report';
import { judgedMock, routeDriven, underOthers } from '../../report';
import type { Database } from '../../store';

/** The report of one drive as a PDF; null when there is no such drive. */
export async function printedReport(db: Database, id: string): Promise<Uint8Array | null> {
  const judged = await judgedMock(db, id);
  if (!judged) return null;
  // The PDF writer is large; most work does without.
  const { reportPdf } = await import('../../report/pdf');
  const { mock, standard, judgement } = judged;
  const route = await routeDriven(db, mock);
  const report = reportOf(standard, judgement, mock, route);
  return reportPdf({ mock, standard, report, route, others: await underOthers(db, judged) });
}
