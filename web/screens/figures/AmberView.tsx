import { Box, Typography } from '@mui/material';
import { amber, amberChoice, type AmberChoice } from '../../../core/roadcraft';
import { Answer, type Tone } from './Answer';
import { Controls, SlopeSlide, SpeedSlide } from './Controls';
import { Explained } from './Explained';
import { RoadDrawing, type Stretch } from './RoadDrawing';
import { Slide } from './Slide';
import { SpeedFigure } from './SpeedFigure';
import type { FigureProps } from './props';
import { gradeWords, lengthWords, MOST_AT_JUNCTIONS, secondsWords, speedWords, STEEPEST } from './words';

const answers: Readonly<Record<AmberChoice, readonly [title: string, why: string, tone: Tone]>> = {
  stop: [
    'Stop',
    'There was room to stop comfortably, and you would not have been across before red.',
    'moss',
  ],
  go: ['Go', 'It was too late to stop comfortably, and you were across before red.', 'slate'],
  either: [
    'Either was right',
    'You could stop comfortably, and you could be across before red. The rule says: stop if you can.',
    'ochre',
  ],
  neither: [
    'Neither works',
    'Too late to stop comfortably, too early to be across before red. Amber means stop unless that isn’t safe; next time slow down earlier.',
    'jasper',
  ],
};

/** "Was that amber mine?" */
export function AmberView({ asked, units, drivingSide, speed }: FigureProps) {
  const { number, set, values } = asked;
  const grade = number('grade', 0, -STEEPEST, STEEPEST);
  const distance = number('distance', 35, 1, 150);
  const zones = amber(speed, { grade }, values);
  const shown = Math.max(60, Math.min(200, Math.max(distance, zones?.stopFrom ?? 0) * 1.2));
  const choice = zones ? amberChoice(zones, distance) : null;
  const [title, why, tone] = choice
    ? answers[choice]
    : (['Nobody can stop comfortably on this slope', '', 'jasper'] as const);
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Answer tone={tone} title={title}>
        <Typography>{why}</Typography>
        {zones ? (
          <Typography>
            At {speedWords(speed, units)}, {gradeWords(grade)}, the point of no return is{' '}
            {lengthWords(zones.stopFrom, units)} before the line.{' '}
            {zones.goUpTo > 0
              ? `Within ${lengthWords(zones.goUpTo, units)} of it you are across before red.`
              : 'At this speed you aren’t across before red from anywhere.'}
          </Typography>
        ) : null}
      </Answer>
      <RoadDrawing
        from={-shown}
        to={values.crossing + values.carLength}
        carLength={values.carLength}
        drivingSide={drivingSide}
        label={`A car ${Math.round(distance)} m before the line as the light turns amber: ${title.toLowerCase()}`}
        vehicles={[{ at: -distance, label: 'You, as it turns amber', own: true }]}
        posts={[
          { at: 0, label: 'The line', kind: 'lights' },
          { at: values.crossing, label: 'The far side', kind: 'line' },
        ]}
        stretches={zones ? stretchesOf(zones, shown) : []}
      />
      <Controls>
        <SpeedSlide asked={asked} units={units} speed={speed} most={MOST_AT_JUNCTIONS[units]} />
        <Slide
          label="Distance to the line"
          value={distance}
          least={1}
          most={150}
          step={1}
          text={lengthWords(distance, units)}
          onChange={(value) => set('distance', value)}
        />
        <Slide
          label="How long it is amber"
          value={values.amber}
          least={2}
          most={6}
          step={0.1}
          text={secondsWords(values.amber)}
          onChange={(value) => asked.setConstant('amber', value)}
        />
        <SlopeSlide asked={asked} grade={grade} />
      </Controls>
      <SpeedFigure
        title="Stop or go, by speed"
        label="Above the one curve there is room to stop, below the other you are across before red; your case is marked."
        file="amber"
        units={units}
        most={MOST_AT_JUNCTIONS[units]}
        what="Distance to the line, m"
        series={[
          {
            name: 'Stop from here on',
            tone: 'moss',
            at: (one) => amber(one, { grade }, values)?.stopFrom ?? null,
          },
          {
            name: 'Go on up to here',
            tone: 'slate',
            at: (one) => {
              const upTo = amber(one, { grade }, values)?.goUpTo ?? 0;
              return upTo > 0 ? upTo : null;
            },
          },
        ]}
        point={{ name: 'You', speed, y: distance }}
        highest={150}
      />
      {zones ? (
        <Typography>
          Who decides at once needs {secondsWords(zones.neededAmber)} of amber at this speed to have a choice
          at the line, and {secondsWords(zones.neededToClear)} to be across as well.
        </Typography>
      ) : null}
      <Explained figure="amber" asked={asked} />
    </Box>
  );
}

/** The zones before the line, as stretches of the road that is shown. */
function stretchesOf(
  { stopFrom, goUpTo, dilemma, option }: NonNullable<ReturnType<typeof amber>>,
  shown: number,
): readonly Stretch[] {
  const zone = (from: number, to: number, tone: Stretch['tone'], label: string): Stretch[] =>
    to > from ? [{ from: -Math.min(shown, to), to: -Math.min(shown, from), tone, label }] : [];
  return [
    ...zone(Math.max(stopFrom, goUpTo), shown, 'moss', 'Stop zone'),
    ...(option ? zone(option.from, option.to, 'ochre', 'Either') : []),
    ...(dilemma ? zone(dilemma.from, dilemma.to, 'jasper', 'Neither works') : []),
    ...zone(0, Math.min(stopFrom, Math.max(0, goUpTo)), 'slate', 'Go zone'),
  ];
}
