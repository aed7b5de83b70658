import { Box, Button, Slider, Typography } from '@mui/material';
import { usualDelays, type Delays } from '../../../core/network';
import { proposedIndependent, timingOf, type Route } from '../../../core/route';
import { delayWords, distanceText, minutesText } from '../../parts/features';
import { NumberField } from '../../parts/ui';

interface Props {
  readonly route: Route;
  readonly onEdit: (about: string, changed: (route: Route) => Route) => void;
}

/** Where the independent drive begins and ends. */
export function IndependentPanel({ route, onEdit }: Props) {
  const timing = timingOf(route);
  const end = route.stretches.at(-1)?.until ?? 0;
  const { independent } = route;
  const propose = (minutes: number) =>
    onEdit('', (now) => ({ ...now, independent: proposedIndependent(now, minutes) }));
  return (
    <Box component="section" aria-label="Independent drive" sx={{ display: 'grid', gap: 1.5 }}>
      <Typography>
        {independent
          ? `${minutesText(timing.at(independent.to) - timing.at(independent.from))} alone, from ${distanceText(independent.from, route.units)} to ${distanceText(independent.to, route.units)}`
          : 'No independent drive is set.'}
      </Typography>
      {independent ? (
        <Box sx={{ px: 1.5 }}>
          <Slider
            getAriaLabel={(n) => (n === 0 ? 'The independent drive begins' : 'The independent drive ends')}
            value={[independent.from, independent.to]}
            min={0}
            max={Math.round(end)}
            step={50}
            valueLabelDisplay="auto"
            valueLabelFormat={(metres) => distanceText(metres, route.units)}
            onChange={(_event, value) => {
              if (!Array.isArray(value)) return;
              const [from = 0, to = 0] = value;
              onEdit('independent', (now) => ({ ...now, independent: { from, to } }));
            }}
          />
        </Box>
      ) : null}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {[20, 15, 10].map((minutes) => (
          <Button
            key={minutes}
            variant="outlined"
            disabled={proposedIndependent(route, minutes) === null}
            onClick={() => propose(minutes)}
          >
            Propose {minutes} min
          </Button>
        ))}
        {independent ? (
          <Button
            color="inherit"
            onClick={() => onEdit('', (now) => ({ ...now, independent: null }))}
            sx={{ fontWeight: 400 }}
          >
            None
          </Button>
        ) : null}
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Proposed is the part of that length with the most directions in it.
      </Typography>
    </Box>
  );
}

/** What each kind of junction costs in seconds, for this route. */
export function TimesPanel({ route, onEdit }: Props) {
  return (
    <Box component="section" aria-label="Times" sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Extra seconds at each kind of junction (our figures). The route’s time changes at once.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, mt: 0.5 }}>
        {(Object.keys(usualDelays) as (keyof Delays)[]).map((key) => {
          const percent = key === 'pace';
          return (
            <NumberField
              key={key}
              size="small"
              label={delayWords[key]}
              value={percent ? Math.round(100 * route.delays[key]) : route.delays[key]}
              least={percent ? 30 : 0}
              most={percent ? 120 : 600}
              whole={percent}
              onNumber={(typed) => {
                if (typed === null) return;
                const value = percent ? typed / 100 : typed;
                onEdit(`delay ${key}`, (now) => ({ ...now, delays: { ...now.delays, [key]: value } }));
              }}
            />
          );
        })}
      </Box>
      <Button variant="outlined" onClick={() => onEdit('', (now) => ({ ...now, delays: usualDelays }))}>
        As usual
      </Button>
    </Box>
  );
}
