import { Box, FormControlLabel, Switch, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import {
  headFor,
  sampleAt,
  seatText,
  seenFrom,
  wayToMirror,
  type Layout,
  type Look,
  type Mark,
  type Moment,
  type Plan,
  type Pose,
  type Sample,
  type Spot,
  type Way,
  type YardVehicle,
} from '../../../core/yard';
import { useAreas } from '../../data/yard';
import { withParam } from '../../parts/ui';
import {
  AHEAD,
  AreasKey,
  AreasLayer,
  Columns,
  HeadButtons,
  PlaybackBar,
  SeatView,
  SightLine,
  usePlayback,
  VehicleGlyph,
  YardDrawing,
  type Head,
} from '../../parts/yard';
import { ConeList, UnseenNote, useCones } from './Cones';
import { Lesson } from './Lesson';
import { Planned } from './Planned';
import { SeatPanel } from './SeatPanel';
import { useSeat, type SeatNow } from './useSeat';
import type { Yard } from './useYard';

interface Props {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly panel: ReactNode;
}

/** What the driver sees: from the seat, in the mirrors, and not at all, at every moment of the planned way. */
export function SeeView({ yard, layout, panel }: Props) {
  const seat = useSeat(yard.vehicle);
  return (
    <Planned {...{ yard, layout, panel }}>
      {(plan) => <Seen {...{ yard, layout, seat, plan }} panel={panel} />}
    </Planned>
  );
}

/** Seconds round its moment in which a mark is drawn. */
const MARK_SHOWN = 1.5;
/** Seconds after which the pose tells where the vehicle is going, and for which a look is held. */
const SOON = 1;
const HELD = 1;

function Seen({ yard, layout, seat, plan, panel }: Props & { readonly seat: SeatNow; readonly plan: Plan }) {
  const { own } = seat;
  const [params] = useSearchParams();
  const end = plan.path.at(-1)?.t ?? 0;
  const playback = usePlayback(end);
  const { t, seek } = playback;
  const [shown, setShown] = useState<Moment | null>(null);
  const [withMarks, setWithMarks] = useState(true);
  const [head, setHead] = useState<Head>(AHEAD);
  const turn = useTurns((way) => setHead(headFor(own, way)));
  const pose = sampleAt(plan.path, t) ?? still;
  const later = sampleAt(plan.path, t + SOON) ?? still;
  const mark = shown?.mark && Math.abs(t - shown.t) < MARK_SHOWN ? shown.mark : null;
  const ringed = useMemo(() => mark && ([...mark.line[1], mark.height] as const), [mark]);
  const { sight, unseen } = useCones({ vehicle: own, layout, pose, ahead: later });
  return (
    <Columns
      drawing={
        <>
          <Box sx={{ position: 'relative' }}>
            <SeatView layout={layout} vehicle={own} pose={pose} head={head} onHead={setHead} mark={ringed} />
            <UnseenNote unseen={unseen} />
          </Box>
          <HeadButtons vehicle={own} onHead={setHead} />
          <PlaybackBar playback={playback} />
        </>
      }
      panel={
        <>
          <BlindAreas {...{ layout, pose }} vehicle={own} line={mark?.line ?? null} />
          <Lesson
            {...{ layout, plan, t, withMarks }}
            card={withParam(params, 'seat', seatText(seat.seat)).toString()}
            vehicle={own}
            onWithMarks={setWithMarks}
            onMoment={(moment) => {
              setShown(moment);
              seek(timeOf(plan, moment));
              if (moment.mark) setHead(headTo(own, moment.mark, moment.pose));
            }}
            onLook={(look: Look) => {
              seek(look.t);
              turn(look.ways);
            }}
          />
          <ConeList vehicle={own} sight={sight} />
          <SeatPanel
            vehicle={yard.vehicle}
            seat={seat}
            file={yard.own.find(({ kind, id }) => kind === 'vehicle' && id === yard.vehicle.id) ?? null}
          />
          {panel}
        </>
      }
    />
  );
}

const still: Sample = { t: 0, x: 0, y: 0, heading: 0, hitch: null, steer: 0, v: 0 };

/** Seconds at which a moment's mark lines up: a little before the moment, where it comes sooner. */
function timeOf({ path }: Plan, { t, pose, mark }: Moment): number {
  if (!mark || mark.then <= 0) return t;
  const at = path.findLast((one) => one.t <= t && Math.hypot(one.x - pose.x, one.y - pose.y) >= mark.then);
  return at?.t ?? t;
}

/** Where the head is turned to see a mark: to its mirror, or to what it is about. */
function headTo(vehicle: YardVehicle, { mirror, line: [, to] }: Mark, pose: Pose): Head {
  const glass = vehicle.mirrors.find(({ id }) => id === mirror);
  if (glass) return headFor(vehicle, wayToMirror(glass));
  const [x, y] = seenFrom(pose, to);
  const [dx, dy] = [x - vehicle.eye[0], y - vehicle.eye[1]];
  const degrees = 180 / Math.PI;
  return {
    yaw: Math.atan2(dy, dx) * degrees,
    pitch: Math.max(-30, -Math.atan2(vehicle.eye[2], Math.hypot(dx, dy)) * degrees * 0.7),
  };
}

/** Turns the head one way after the other, a second each. */
function useTurns(to: (way: Way) => void): (ways: readonly Way[]) => void {
  const [left, setLeft] = useState<readonly Way[]>([]);
  useEffect(() => {
    const [way, ...rest] = left;
    if (!way) return;
    to(way);
    if (rest.length === 0) return;
    const timer = setTimeout(() => setLeft(rest), HELD * 1000);
    return () => clearTimeout(timer);
    // Only what is left to look at moves it on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [left]);
  return setLeft;
}

/** Metres of a child that stands somewhere. */
const CHILD = 1;

/** The plan with the ground that is hidden from this driver, and that only a mirror shows. */
function BlindAreas({
  layout,
  vehicle,
  pose,
  line,
}: {
  readonly layout: Layout;
  readonly vehicle: SeatNow['own'];
  readonly pose: Sample;
  readonly line: readonly [Spot, Spot] | null;
}) {
  const [on, setOn] = useState(true);
  const [height, setHeight] = useState(0);
  const areas = useAreas(on ? { vehicle, layout, pose, height } : null);
  return (
    <Box component="section" aria-label="Blind areas" sx={{ display: 'grid', gap: 1 }}>
      <YardDrawing
        height={280}
        near={[pose.x, pose.y]}
        layout={layout}
        vehicle={vehicle}
        label={`${layout.title} from above, with what the driver can’t see`}
      >
        {(projection) => (
          <>
            {areas ? <AreasLayer projection={projection} areas={areas} pose={pose} /> : null}
            {line ? <SightLine projection={projection} line={line} /> : null}
            <VehicleGlyph projection={projection} vehicle={vehicle} pose={pose} steer={pose.steer} />
          </>
        )}
      </YardDrawing>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <FormControlLabel
          control={<Switch checked={on} onChange={({ target }) => setOn(target.checked)} />}
          label="Blind areas"
        />
        <ToggleButtonGroup
          size="small"
          exclusive
          value={height}
          disabled={!on}
          aria-label="Blind areas for"
          onChange={(_, value: number | null) => value !== null && setHeight(value)}
        >
          <ToggleButton value={0}>The ground</ToggleButton>
          <ToggleButton value={CHILD}>A child of 1 m</ToggleButton>
        </ToggleButtonGroup>
        {on ? (
          <Typography
            component="span"
            variant="body2"
            color="text.secondary"
            sx={{ display: 'inline-flex', gap: 2 }}
          >
            <AreasKey />
          </Typography>
        ) : null}
      </Box>
    </Box>
  );
}
