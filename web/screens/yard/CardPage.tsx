import PrintIcon from '@mui/icons-material/Print';
import { Box, Button, Typography } from '@mui/material';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { problemText } from '../../../core/problems';
import {
  CAUTION,
  isInside,
  momentWords,
  placed,
  readSeat,
  seated,
  turnOf,
  type Layout,
  type Moment,
  type Plan,
  type YardVehicle,
} from '../../../core/yard';
import { errorText } from '../../data/api';
import { useMarks } from '../../data/yard';
import { colour, ErrorNote, LoadingNote } from '../../parts/ui';
import { SightLine, VehicleGlyph, YardDrawing, type Projection } from '../../parts/yard';
import { Planned } from './Planned';
import { useYard } from './useYard';

/** The sighting marks of one manoeuvre, for one driver in one car: a card to print. */
export function CardPage() {
  const { yard, error, retry } = useYard();
  const [params] = useSearchParams();
  const seatGiven = params.get('seat') ?? '';
  const seat = useMemo(() => readSeat(seatGiven), [seatGiven]);
  const vehicle = yard?.vehicle;
  const own = useMemo(() => vehicle && seated(vehicle, seat), [vehicle, seat]);
  if (error)
    return (
      <ErrorNote title="Couldn’t load the courses" onRetry={retry}>
        {errorText(error)}
      </ErrorNote>
    );
  if (!yard || !own) return <LoadingNote what="courses" />;
  if (!yard.laid.ok)
    return (
      <ErrorNote title="The course can’t be laid out like this">
        {yard.laid.problems.map(problemText).join('; ')}
      </ErrorNote>
    );
  const layout = yard.laid.value;
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box>
        <Typography variant="h1">Sighting marks: {layout.title}</Typography>
        <Typography>{seatWords(own)}</Typography>
      </Box>
      <Box className="screen-only" sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <Button variant="contained" startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/yard/see?${params.toString()}`}>
          Back to See
        </Button>
      </Box>
      <Planned yard={yard} layout={layout} panel={null}>
        {(plan) => <Card layout={layout} vehicle={own} plan={plan} />}
      </Planned>
    </Box>
  );
}

function Card({
  layout,
  vehicle,
  plan,
}: {
  readonly layout: Layout;
  readonly vehicle: YardVehicle;
  readonly plan: Plan;
}) {
  const moments = useMarks({ vehicle, layout, plan });
  if (moments === null) return <LoadingNote what="the marks" />;
  if (moments.length === 0)
    return <ErrorNote title="The marks can’t be worked out">Set another seat and try again.</ErrorNote>;
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 3,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
        '@media print': { gridTemplateColumns: 'minmax(0, 1fr)' },
      }}
    >
      <YardDrawing
        layout={layout}
        vehicle={vehicle}
        label={`${layout.title} with the places where the wheel is turned`}
      >
        {(projection) => (
          <>
            {moments.map((moment, n) => (
              <Place key={moment.t} {...{ projection, vehicle, moment }} number={n + 1} />
            ))}
          </>
        )}
      </YardDrawing>
      <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <Box component="ol" sx={{ m: 0, pl: 0, listStyle: 'none', display: 'grid', gap: 1.5 }}>
          {moments.map((moment, n) => (
            <Box component="li" key={moment.t} sx={{ breakInside: 'avoid' }}>
              <Typography color="text.secondary">
                {n + 1}. {moment.stage}
              </Typography>
              <Typography sx={{ fontWeight: 700 }}>{momentWords(moment)}</Typography>
            </Box>
          ))}
        </Box>
        <Typography variant="body2">
          Within: how far off you may be if the eye is 3 cm higher, 5 cm further back or 3 cm to the side.
          These marks are right for this driver in this seat only. Try them at walking pace and look round at
          each one.
        </Typography>
        <Typography variant="body2">{CAUTION}</Typography>
      </Box>
    </Box>
  );
}

/** Where the vehicle stands at a moment, with its number and what the driver looks along. */
function Place({
  projection,
  vehicle,
  moment: { pose, mark },
  number,
}: {
  readonly projection: Projection;
  readonly vehicle: YardVehicle;
  readonly moment: Moment;
  readonly number: number;
}) {
  // Beside the vehicle, now on one side and now on the other: places lie close together.
  const aside = (vehicle.width / 2 + 1) * (number % 2 === 0 ? -1 : 1);
  const [x, y] = projection.at(placed(pose, [vehicle.wheelbase / 2, aside]));
  return (
    <g>
      <VehicleGlyph projection={projection} vehicle={vehicle} pose={pose} faint />
      {mark ? <SightLine projection={projection} line={mark.line} /> : null}
      <circle cx={x} cy={y} r={11} fill={colour('card')} stroke={colour('ink')} />
      <text x={x} y={y + 5} textAnchor="middle" fontSize={14} fontWeight={700} fill={colour('ink')}>
        {number}
      </text>
    </g>
  );
}

/** The seat that the marks are right for, in words. */
function seatWords({ title, eye, mirrors }: YardVehicle): string {
  const [x, y, z] = eye;
  const side = y > 0 ? 'left' : 'right';
  const doors = mirrors
    .filter((mirror) => !isInside(mirror))
    .map((mirror) => {
      const { out, down } = turnOf(mirror, eye);
      return `${mirror.title} ${out.toFixed(0)}° out and ${down.toFixed(0)}° down`;
    });
  return `${title}. Eye ${z.toFixed(2)} m above the ground, ${x.toFixed(2)} m in front of the rear axle, ${Math.abs(y).toFixed(2)} m ${side} of the middle. ${capital(doors.join(', '))}.`;
}

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
