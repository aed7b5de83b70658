import Papa from 'papaparse';
import { clockText } from '../../core/marking';
import { countingWords, reportOf } from '../../core/report';
import type { Route } from '../../core/route';
import type { Judged } from './judged';

/** Every mark in time order, a row each. */
export function marksOf({ mock, standard, judgement }: Judged, route: Route | null) {
  return reportOf(standard, judgement, mock, route).marks.map((mark) => ({
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
    latitude: mark.position?.position.lat ?? '',
    longitude: mark.position?.position.lon ?? '',
  }));
}

/** The same as a table (CSV); what begins like a formula is no formula. */
export const marksTable = (judged: Judged, route: Route | null): string =>
  Papa.unparse(marksOf(judged, route), { escapeFormulae: true });
