import { reportOf } from '../../../core/report';
import { judgedTest, routeDriven, underOthers } from '../../report';
import type { Database } from '../../store';

/** The report of one drive as a PDF; null when there is no such drive. */
export async function printedReport(db: Database, id: string): Promise<Uint8Array | null> {
  const judged = await judgedTest(db, id);
  if (!judged) return null;
  // The PDF writer is large; most work does without.
  const { reportPdf } = await import('../../report/pdf');
  const { test, standard, judgement } = judged;
  const route = await routeDriven(db, test);
  const report = reportOf(standard, judgement, test, route);
  return reportPdf({ test, standard, report, route, others: await underOthers(db, judged) });
}
