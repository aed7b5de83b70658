import { judgedTest, routeDriven, underOthers } from '../../report';
import type { Database } from '../../store';

/** The report of one drive as a PDF; null when there is no such drive. */
export async function reportOf(db: Database, test: string): Promise<Uint8Array | null> {
  const judged = await judgedTest(db, test);
  if (!judged) return null;
  // The PDF writer is large; most work does without.
  const { reportPdf } = await import('../../report/pdf');
  const route = await routeDriven(db, judged.test);
  return reportPdf({ ...judged, route, others: await underOthers(db, judged) });
}
