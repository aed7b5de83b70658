import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { RouteSheet, Route } from '../../../core/route';
import { distanceText, minutesText } from '../features';
import { colour } from '../ui';
import { hoursText } from './hoursText';

interface Props {
  readonly sheet: Pick<RouteSheet, 'closed' | 'leftOut' | 'hours'>;
  readonly units: Route['units'];
}

/** What an instructor must know of a route's roads: closed to learners, left out for that, or open by the hour. */
export function RoadNotes({ sheet: { closed, leftOut, hours }, units }: Props) {
  const length = (parts: readonly { readonly metres: number; readonly from: number }[]) =>
    `${distanceText(
      parts.reduce((sum, { metres }) => sum + metres, 0),
      units,
    )} of this route, ${parts.length > 1 ? 'first ' : ''}${distanceText(parts[0]?.from ?? 0, units)} from the start`;
  const notes: string[] = [
    ...byRoad(closed).map(
      ([road, parts]) =>
        `${road} is closed to these learners${parts[0]?.why === 'motorway' ? ': they don’t use motorways' : ''}; ${length(parts)}.`,
    ),
    ...(leftOut ? [leftOutText(leftOut)] : []),
    ...byRoad(hours).map(
      ([road, parts]) =>
        `${road} isn’t always open (${hoursText(parts[0]?.when ?? '')}); ${length(parts)}. The route assumes that it’s open: check before you go.`,
    ),
  ];
  if (notes.length === 0) return null;
  return (
    <Box
      role="status"
      aria-label="About its roads"
      sx={{ borderLeft: `4px solid ${colour('ochre')}`, pl: 1.5, display: 'grid', gap: 0.5 }}
    >
      {notes.map((note) => (
        <Typography key={note}>{note}</Typography>
      ))}
      {closed.length > 0 || leftOut ? (
        <Typography className="screen-only">
          <Link to="/school?view=general">Change which roads are closed to learners</Link>
        </Typography>
      ) : null}
    </Box>
  );
}

/** Parts on one road together, in the order in which the roads come. */
function byRoad<T extends { readonly road: string }>(parts: readonly T[]): readonly [string, readonly T[]][] {
  const roads = new Map<string, T[]>();
  for (const part of parts) {
    const road = part.road || 'A road without a name';
    roads.set(road, [...(roads.get(road) ?? []), part]);
  }
  return [...roads];
}

function leftOutText({ roads, seconds }: NonNullable<Route['leftOut']>): string {
  const names = roads.map(({ road }) => road).join(', ');
  const why = roads.every(({ why: one }) => one === 'motorway')
    ? 'learners don’t use motorways'
    : 'closed to these learners';
  const saved = seconds < 90 ? `${seconds} s` : minutesText(seconds);
  return `Left out: ${names} (${why}). It would be ${saved} quicker.`;
}
