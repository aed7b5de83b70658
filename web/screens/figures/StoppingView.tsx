import { Box, Typography } from '@mui/material';
import { roads, speedAfter, stopping, stoppingByRule, type RoadState } from '../../../core/roadcraft';
import { Answer } from './Answer';
import { Controls, RoadChoice, SlopeSlide, SpeedSlide } from './Controls';
import { Explained } from './Explained';
import { RoadDrawing } from './RoadDrawing';
import { Slide } from './Slide';
import { SpeedFigure } from './SpeedFigure';
import type { FigureProps } from './props';
import { carsWords, gradeWords, lengthWords, MOST_SPEED, secondsWords, speedWords, STEEPEST } from './words';

const roadWords: Readonly<Record<RoadState, string>> = { dry: 'Dry', wet: 'Wet', ice: 'Ice or snow' };

const roadTones = { dry: 'moss', wet: 'slate', ice: 'ochre' } as const;

/** "Could I have stopped?" */
export function StoppingView({ asked, units, drivingSide, speed }: FigureProps) {
  const { number, choice, set, values } = asked;
  const road = choice('road', roads);
  const grade = number('grade', 0, -STEEPEST, STEEPEST);
  const distance = number('distance', 30, 2, 200);
  const found = stopping(speed, { road, grade }, values);
  const left = speedAfter(distance, speed, { road, grade }, values);
  const stops = found !== null && found.total <= distance;
  const total = found?.total ?? Infinity;
  const shown = Math.max(20, Math.min(400, Math.max(distance, Number.isFinite(total) ? total : 0) * 1.12));
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Answer
        tone={stops ? 'moss' : 'jasper'}
        title={
          stops
            ? `Yes, with ${lengthWords(distance - total, units)} to spare`
            : left > 0
              ? `No: still doing ${speedWords(left, units)} there`
              : 'No'
        }
      >
        <Typography>
          {found
            ? `At ${speedWords(speed, units)}, ${gradeWords(grade)}, a car goes ${lengthWords(found.thinking, units)} before the brakes bite and ${lengthWords(found.braking, units)} braking: ${lengthWords(found.total, units)}, about ${carsWords(found.total, values.carLength)}, in ${secondsWords(found.seconds)}.`
            : 'On this slope and surface the brakes can’t hold the car: it doesn’t stop.'}
        </Typography>
      </Answer>
      <RoadDrawing
        from={-values.carLength}
        to={shown}
        carLength={values.carLength}
        drivingSide={drivingSide}
        label={
          found
            ? `A car, ${Math.round(found.thinking)} m of thinking and ${Math.round(found.braking)} m of braking; the hazard is ${Math.round(distance)} m away`
            : `A car that doesn’t stop; the hazard is ${Math.round(distance)} m away`
        }
        vehicles={[{ at: 0, label: 'You, as you see it', own: true }]}
        posts={[{ at: distance, label: 'The hazard', kind: 'hazard' }]}
        stretches={[
          { from: 0, to: Math.min(shown, speed * values.reaction), tone: 'ochre', label: 'Thinking' },
          {
            from: Math.min(shown, speed * values.reaction),
            to: Math.min(shown, total),
            tone: 'slate',
            label: 'Braking',
          },
        ]}
      />
      <Controls>
        <SpeedSlide asked={asked} units={units} speed={speed} most={MOST_SPEED[units]} />
        <Slide
          label="Distance to the hazard"
          value={distance}
          least={2}
          most={200}
          step={1}
          text={lengthWords(distance, units)}
          onChange={(value) => set('distance', value)}
        />
        <RoadChoice asked={asked} road={road} />
        <SlopeSlide asked={asked} grade={grade} />
      </Controls>
      <SpeedFigure
        title="Stopping distance by speed"
        label={`On a dry, a wet and an icy road, ${gradeWords(grade)}; your case is marked.`}
        file="stopping-distance"
        units={units}
        most={MOST_SPEED[units]}
        what="Stopping distance, m"
        series={roads.map((state) => ({
          name: roadWords[state],
          tone: roadTones[state],
          strong: state === road,
          at: (one: number) => stopping(one, { road: state, grade }, values)?.total ?? null,
        }))}
        point={found && { name: 'You', speed, y: found.total }}
        highest={200}
      />
      <Typography>
        By the Highway Code’s rule (1 ft for each mph, and mph²/20 ft) it is{' '}
        {lengthWords(stoppingByRule(speed, road, values).total, units)}
        {grade === 0 ? '' : ', on the flat'}.
      </Typography>
      <Explained figure="stopping" asked={asked} />
    </Box>
  );
}
