import { Box, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { emerging, followingGap, mirrorInterval, roads, turns, turnSide } from '../../../core/roadcraft';
import { Answer } from './Answer';
import { Choice, Controls, RoadChoice, SpeedSlide } from './Controls';
import { Explained } from './Explained';
import { RoadDrawing } from './RoadDrawing';
import { Slide } from './Slide';
import { SpeedFigure } from './SpeedFigure';
import type { FigureProps } from './props';
import { carsWords, lengthWords, MOST_AT_JUNCTIONS, MOST_SPEED, secondsWords, speedWords } from './words';

/** "Was that gap big enough?", to emerge into and to follow in. */
export function GapView(props: FigureProps) {
  const { asked } = props;
  const what = asked.choice('what', ['emerge', 'follow']);
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <ToggleButtonGroup
        exclusive
        value={what}
        aria-label="Which gap"
        onChange={(_event, next: 'emerge' | 'follow' | null) => next && asked.set('what', next)}
        sx={{ '& button': { textTransform: 'none', minHeight: 56, px: 3 } }}
      >
        <ToggleButton value="emerge">To emerge into</ToggleButton>
        <ToggleButton value="follow">To the vehicle ahead</ToggleButton>
      </ToggleButtonGroup>
      {what === 'emerge' ? <Emerge {...props} /> : <Follow {...props} />}
    </Box>
  );
}

function Emerge({ asked, units, drivingSide, speed }: FigureProps) {
  const { number, choice, set, values } = asked;
  const turn = choice('turn', turns);
  const seconds = number('seconds', 6, 1, 20);
  const flow = Math.max(1, speed);
  const found = emerging(flow, turn, values);
  const spare = seconds - found.needed.seconds;
  const side = turnSide(turn, drivingSide);
  const distance = seconds * flow;
  const shown = Math.max(distance, found.needed.metres) * 1.1;
  return (
    <>
      <Answer
        tone={spare >= 0 ? 'moss' : 'jasper'}
        title={
          spare >= 0
            ? `Big enough, with ${secondsWords(spare)} to spare`
            : `Too small, by ${secondsWords(-spare)}`
        }
      >
        <Typography>
          To turn {side} into traffic at {speedWords(flow, units)} you need{' '}
          {secondsWords(found.needed.seconds)}: the next vehicle at least{' '}
          {lengthWords(found.needed.metres, units)} away, so that nobody has to brake. You are as fast as the
          traffic after {secondsWords(found.upToSpeed)}.
          {found.cross
            ? ` The lane that you cross must be clear for ${secondsWords(found.cross.seconds)}, ${lengthWords(found.cross.metres, units)}.`
            : ''}
        </Typography>
      </Answer>
      <RoadDrawing
        from={-shown}
        to={values.carLength * 2}
        carLength={values.carLength}
        drivingSide={drivingSide}
        label={`The next vehicle is ${Math.round(distance)} m away; ${Math.round(found.needed.metres)} m are needed`}
        vehicles={[{ at: -distance, label: 'The next vehicle, when you go' }]}
        posts={[{ at: 0, label: 'Where you join', kind: 'line' }]}
        stretches={[
          {
            from: -Math.min(shown, found.needed.metres),
            to: 0,
            tone: spare >= 0 ? 'moss' : 'jasper',
            label: 'Must be free',
          },
        ]}
      />
      <Controls>
        <SpeedSlide
          asked={asked}
          units={units}
          speed={flow}
          label="Speed of the traffic"
          least={units === 'imperial' ? 5 : 10}
          most={MOST_AT_JUNCTIONS[units]}
        />
        <Slide
          label="The gap that you counted"
          value={seconds}
          least={1}
          most={20}
          step={0.5}
          text={secondsWords(seconds)}
          onChange={(value) => set('seconds', value)}
        />
        <Choice
          asked={asked}
          of="turn"
          label="You turn"
          value={turn}
          options={turns}
          textOf={(one) =>
            `${turnSide(one, drivingSide)}${one === 'near' ? ', into the nearest lane' : ', across the nearest lane'}`
          }
        />
        <Slide
          label="How you accelerate"
          value={values.acceleration}
          least={0.5}
          most={4}
          step={0.1}
          text={`${values.acceleration.toFixed(1)} m/s²`}
          onChange={(value) => asked.setConstant('acceleration', value)}
        />
      </Controls>
      <SpeedFigure
        title="The gap that is needed, by the speed of the traffic"
        label="In seconds to the next vehicle, for either turn; your gap is marked."
        file="emerging"
        units={units}
        most={MOST_AT_JUNCTIONS[units]}
        what="Gap, s"
        speedTitle="Speed of the traffic"
        series={turns.map((one) => ({
          name: `Turning ${turnSide(one, drivingSide)}`,
          tone: one === 'near' ? ('moss' as const) : ('slate' as const),
          strong: one === turn,
          // Slower traffic than this is one that stands.
          at: (v: number) => (v < 3 ? null : emerging(v, one, values).needed.seconds),
        }))}
        point={{ name: 'Your gap', speed: flow, y: seconds }}
      />
      <Explained figure="emerge" asked={asked} />
    </>
  );
}

function Follow({ asked, units, drivingSide, speed }: FigureProps) {
  const { number, choice, set, values } = asked;
  const road = choice('road', roads);
  const seconds = number('behind', 1.5, 0.2, 20);
  const wanted = followingGap(speed, road, values);
  const own = seconds * speed;
  const spare = seconds - wanted.seconds;
  const mirror = mirrorInterval(speed, values);
  const shown = Math.max(own, wanted.metres) * 1.1 + values.carLength;
  return (
    <>
      <Answer
        tone={spare >= 0 ? 'moss' : 'jasper'}
        title={spare >= 0 ? 'Far enough behind' : `Too close, by ${lengthWords(wanted.metres - own, units)}`}
      >
        <Typography>
          At {speedWords(speed, units)} keep {secondsWords(wanted.seconds)}:{' '}
          {lengthWords(wanted.metres, units)}, about {carsWords(wanted.metres, values.carLength)}. Count from
          when the vehicle ahead passes a mark until you do.
        </Typography>
      </Answer>
      <RoadDrawing
        from={-values.carLength}
        to={shown}
        carLength={values.carLength}
        drivingSide={drivingSide}
        label={`The vehicle ahead is ${Math.round(own)} m away; ${Math.round(wanted.metres)} m are needed`}
        vehicles={[
          { at: 0, label: 'You', own: true },
          { at: own + values.carLength, label: 'The vehicle ahead' },
        ]}
        posts={[]}
        stretches={[
          {
            from: 0,
            to: wanted.metres,
            tone: spare >= 0 ? 'moss' : 'jasper',
            label: `${secondsWords(wanted.seconds)} at this speed`,
          },
        ]}
      />
      <Controls>
        <SpeedSlide asked={asked} units={units} speed={speed} most={MOST_SPEED[units]} />
        <Slide
          label="Seconds behind that you counted"
          value={seconds}
          least={0.2}
          most={20}
          step={0.1}
          text={secondsWords(seconds)}
          onChange={(value) => set('behind', value)}
        />
        <RoadChoice asked={asked} road={road} />
      </Controls>
      <Typography>
        From one glance into the mirror to the next ({mirror.from.seconds} to {mirror.to.seconds} s) you drive{' '}
        {lengthWords(mirror.from.metres, units)} to {lengthWords(mirror.to.metres, units)} at this speed.
      </Typography>
      <Explained figure="gap" asked={asked} />
    </>
  );
}
