import { Box, Button, Slider, TextField, Typography } from '@mui/material';
import { useId } from 'react';
import type { LearnerView } from '../../../contract';
import type { Readiness } from '../../../core/readiness';
import { compileStandard, type Standard } from '../../../core/standard';
import { errorText, useChangeLearnerMutation } from '../../data/api';
import { percent } from '../../parts/readiness';
import { Aside, dayText, daysText, daysUntil, localZone, ErrorNote } from '../../parts/ui';

interface Props {
  readonly learner: LearnerView;
  readonly standard: Standard;
  /** The day that is asked about; null: the booked one. */
  readonly day: string | null;
  readonly setDay: (day: string | null) => void;
  readonly readiness: Readiness;
  readonly hours: number;
}

const DAY = 86_400_000;
const FARTHEST = 120;
const LOW = 0.55;

/** If the test were on another day: the hours until then, what they are best spent on, and the chance after them. */
export function TestDate({ learner, standard, day, setDay, readiness, hours }: Props) {
  const [change, { error, isLoading }] = useChangeLearnerMutation();
  const id = useId();
  const today = new Date();
  const dayIn = (days: number) => new Date(today.getTime() + days * DAY).toISOString().slice(0, 10);
  const booked =
    learner.testDate !== null && daysUntil(learner.testDate, today) >= 0 ? learner.testDate : null;
  const on = day ?? booked ?? dayIn(0);
  const days = Math.min(FARTHEST, Math.max(0, daysUntil(on, today)));
  const { hours: plan, pass } = readiness.forecast;
  const after = plan.at(-1)?.pass ?? pass;
  const { itemOf } = compileStandard(standard);
  const blocks = blocksOf(plan.map(({ item }) => item));
  return (
    <Box component="section" aria-labelledby={id}>
      <Typography variant="h2" id={id}>
        If the test were on {dayText(`${on}T12:00:00Z`, 'UTC')}
      </Typography>
      <Box sx={{ px: 4 }}>
        <Slider
          aria-labelledby={id}
          value={days}
          min={0}
          max={FARTHEST}
          onChange={(_, value) => setDay(dayIn(value))}
          getAriaValueText={(value) => daysText(value)}
          marks={[0, 30, 60, 90, 120].map((value) => ({
            value,
            label: value === 0 ? 'today' : `${value} days`,
          }))}
        />
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', mt: 1 }}>
        <TextField
          type="date"
          label="Day"
          value={on}
          onChange={(event) => setDay(event.target.value === '' ? null : event.target.value)}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: dayIn(0) } }}
        />
        {day !== null && day !== booked ? (
          <>
            <Button
              variant="outlined"
              disabled={isLoading}
              onClick={() =>
                void change({
                  id: learner.id,
                  revision: learner.revision,
                  change: { testDate: on, zone: localZone() },
                })
                  .unwrap()
                  .then(() => setDay(null))
                  .catch(() => undefined)
              }
            >
              Book this day
            </Button>
            <Button color="inherit" onClick={() => setDay(null)}>
              Back to {booked === null ? 'today' : 'the booked day'}
            </Button>
          </>
        ) : null}
      </Box>
      {error ? <ErrorNote title="Couldn’t save the day">{errorText(error)}</ErrorNote> : null}
      {hours > 0 && plan.length > 0 ? (
        <Box sx={{ mt: 2 }}>
          <Typography>
            With {hours} lesson {hours === 1 ? 'hour' : 'hours'} until then, spent where they gain most:{' '}
            <strong>{percent(after)}</strong> instead of {percent(pass)}.
          </Typography>
          <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
            {blocks.map(({ item, times }) => (
              <li key={item}>
                {itemOf(item).item.label}: {times} {times === 1 ? 'hour' : 'hours'}
              </li>
            ))}
          </Box>
        </Box>
      ) : (
        <Typography sx={{ mt: 2, color: 'text.secondary' }}>
          There are no lessons in the diary until then. Without lessons the forecast stays the same.
        </Typography>
      )}
      {after < LOW && readiness.word !== 'too little evidence' ? (
        <Aside tone="ochre" sx={{ mt: 1 }}>
          <Typography>It stays low. Drag the slider to try a later date.</Typography>
        </Aside>
      ) : null}
    </Box>
  );
}

/** Hours by what they are spent on, the most first. */
function blocksOf(items: readonly string[]): readonly { readonly item: string; readonly times: number }[] {
  const times = new Map<string, number>();
  for (const item of items) times.set(item, (times.get(item) ?? 0) + 1);
  return [...times].map(([item, count]) => ({ item, times: count })).sort((a, b) => b.times - a.times);
}
