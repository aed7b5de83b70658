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
  const notes: string[] = [
    ...closed.map(
      ({ road, from, metres, why }) =>
        `${distanceText(metres, units)} of this route are on ${road || 'a road without a name'}, from ${distanceText(from, units)} on. ${
          why === 'motorway'
            ? 'It is closed to these learners: they don’t use motorways.'
            : 'Your school has closed it to these learners.'
        }`,
    ),
    ...(leftOut ? [leftOutText(leftOut)] : []),
    ...hours.map(
      ({ road, from, metres, when }) =>
        `${road || 'A road without a name'} (${distanceText(metres, units)}, from ${distanceText(from, units)} on) isn’t open at all hours; ${hoursText(when)}. The route assumes that it’s open: check before you go.`,
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

function leftOutText({ roads, seconds }: NonNullable<Route['leftOut']>): string {
  const names = roads.map(({ road }) => road).join(', ');
  const why = roads.every(({ why: one }) => one === 'motorway')
    ? 'learners don’t use motorways'
    : 'closed to these learners';
  const saved = seconds < 90 ? `${seconds} s` : minutesText(seconds);
  return `Left out: ${names} (${why}). It would be ${saved} quicker.`;
}
