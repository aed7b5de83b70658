import { Box, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { usualDelays, type Delays } from '../../../core/network';
import { cue, delayCost } from '../../../core/roadcraft';
import { delayWords } from '../../parts/features';
import { WideTable } from '../../parts/ui';
import { Answer } from './Answer';
import { SpeedSlide } from './Controls';
import { Explained } from './Explained';
import { RoadDrawing } from './RoadDrawing';
import { Slide } from './Slide';
import { SpeedFigure } from './SpeedFigure';
import type { FigureProps } from './props';
import { lengthWords, MOST_SPEED, secondsWords, speedWords } from './words';

const junctions = (Object.keys(usualDelays) as (keyof Delays)[]).filter((key) => key !== 'pace');

/** "How early should I say it?", and what a wait costs. */
export function CueView({ asked, units, drivingSide, speed }: FigureProps) {
  const { number, set, values } = asked;
  const { main, early } = cue(speed, units, values);
  const shown = (early?.metres ?? main.metres) * 1.1;
  const wait = number('wait', 5, 0, 60);
  const cost = delayCost(speed, 0, wait, values);
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Answer tone="slate" title={`Say it ${main.text} before`}>
        <Typography>
          At {speedWords(speed, units)} that’s {secondsWords(speed > 0 ? main.metres / speed : 0)} ahead: time
          for mirrors, signal, position and speed.
          {early
            ? ` On a road this fast say it early too, ${early.text} before, and signal from the 300 marker of a slip road on.`
            : ''}
        </Typography>
      </Answer>
      <RoadDrawing
        from={-shown}
        to={values.carLength * 2}
        carLength={values.carLength}
        drivingSide={drivingSide}
        label={`The direction is given ${main.text} before the junction`}
        vehicles={[{ at: -main.metres, label: 'You, when it’s said', own: true }]}
        posts={[
          { at: 0, label: 'The junction', kind: 'line' },
          ...(early ? [{ at: -early.metres, label: `Early: ${early.text}`, kind: 'sign' as const }] : []),
        ]}
        stretches={[
          { from: -main.metres, to: 0, tone: 'slate', label: `${main.text} to the junction` },
          ...(early
            ? [
                {
                  from: -early.metres,
                  to: -main.metres,
                  tone: 'ochre' as const,
                  label: `Early, from ${early.text}`,
                },
              ]
            : []),
        ]}
      />
      <SpeedSlide asked={asked} units={units} speed={speed} most={MOST_SPEED[units]} />
      <SpeedFigure
        title="How early, by speed"
        label="How far before the junction a direction is given; your case is marked."
        file="directions"
        units={units}
        most={MOST_SPEED[units]}
        what="Before the junction, m"
        series={[
          { name: 'Said', tone: 'slate', at: (one) => cue(one, units, values).main.metres },
          {
            name: 'Said early too',
            tone: 'ochre',
            at: (one) => cue(one, units, values).early?.metres ?? null,
          },
        ]}
        point={{ name: 'You', speed, y: main.metres }}
      />
      <Explained figure="cue" asked={asked} />
      <Box component="section" aria-label="What a wait costs" sx={{ display: 'grid', gap: 1 }}>
        <Typography variant="h2">What a wait costs</Typography>
        <Typography>
          Stopping from {speedWords(speed, units)}, waiting {secondsWords(wait)} and speeding up again takes{' '}
          {secondsWords(cost.seconds)} longer than driving on: {lengthWords(cost.metres, units)} of way.
        </Typography>
        <Slide
          label="Wait"
          value={wait}
          least={0}
          most={60}
          step={1}
          text={secondsWords(wait)}
          onChange={(value) => set('wait', value)}
        />
        <WideTable label="What junctions cost">
          <TableHead>
            <TableRow>
              <TableCell>On average (our figures)</TableCell>
              <TableCell>Time</TableCell>
              <TableCell>Way lost at {speedWords(speed, units)}</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {junctions.map((key) => (
              <TableRow key={key}>
                <TableCell>{delayWords[key]}</TableCell>
                <TableCell>{usualDelays[key]} s</TableCell>
                <TableCell>{lengthWords(speed * usualDelays[key], units)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
        <Explained figure="delay" asked={asked} />
      </Box>
    </Box>
  );
}
