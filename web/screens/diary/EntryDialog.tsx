import { v4 as newId } from 'uuid';
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
  Typography,
} from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { Controller } from 'react-hook-form';
import { MOST_REPEATS, type LessonView } from '../../../contract';
import { laterOf } from '../../../core/diary';
import { typedNumber } from '../../../core/numbers';
import {
  errorText,
  useRoutesQuery,
  useVehiclesQuery,
  useAddSeriesMutation,
  useKeepLessonMutation,
  useLessonsQuery,
  useRemoveLessonMutation,
} from '../../data/api';
import { GoalsText } from '../../parts/goals';
import { useBodyForm } from '../../parts/form';
import { useUnsaved } from '../../parts/unsaved';
import { LearnerPicker, type Picked } from '../../parts/people';
import { Aside, ChoiceField, ErrorNote, localZone } from '../../parts/ui';
import { EntryForm } from './EntryForm';
import {
  clocksChangeBy,
  dayAfter,
  dayOf,
  daysBetween,
  dayTitle,
  instantOf,
  isThere,
  seriesOf,
  timeOf,
} from './days';

interface Props {
  /** Null for a new one. */
  readonly lesson: LessonView | null;
  readonly day: string;
  readonly time: string;
  readonly onClose: () => void;
  /** Told of what was taken out, so that it can be put back. */
  readonly onRemoved: (lessons: readonly LessonView[]) => void;
}

const kinds = [
  ['lesson', 'Lesson'],
  ['test', 'Licence test'],
  ['other', 'Something else'],
] as const;

/** As people type it; what is no number stays what it is, and is told. */
const wholeMinutes = (typed: string | number) =>
  typeof typed === 'number' ? typed : (typedNumber(typed, 'whole') ?? typed);

/** An entry of the diary, new or changed. */
export function EntryDialog({ lesson, day: firstDay, time: firstTime, onClose, onRemoved }: Props) {
  const { data: vehicles } = useVehiclesQuery();
  const { data: routes } = useRoutesQuery();
  const [keep, keeping] = useKeepLessonMutation();
  const [addSeries, adding] = useAddSeriesMutation();
  const [weeks, setWeeks] = useState(0);
  const [timesText, setTimes] = useState('6');
  const times = typedNumber(timesText, 'whole');
  const possible = times !== null && Number.isInteger(times) && times >= 2 && times <= MOST_REPEATS;
  const [remove, removing] = useRemoveLessonMutation();
  const later = useLater(lesson);
  const [withLater, setWithLater] = useState(false);
  const also = withLater ? later : [];
  const error = keeping.error ?? adding.error ?? removing.error;
  const isLoading = keeping.isLoading || adding.isLoading || removing.isLoading;
  const [id] = useState(() => lesson?.id ?? newId());
  const [learner, setLearner] = useState<Picked | null>(
    lesson?.learner ? { ...lesson.learner, testDate: null } : null,
  );
  const form = useBodyForm(EntryForm, {
    kind: lesson?.kind ?? 'lesson',
    learner: lesson?.learner?.id ?? null,
    day: lesson ? dayOf(lesson.startsAt) : firstDay,
    time: lesson ? timeOf(lesson.startsAt) : firstTime,
    minutes: lesson?.minutes ?? 90,
    vehicle: lesson?.vehicle?.id ?? '',
    route: lesson?.route?.id ?? '',
    place: lesson?.place ?? '',
    note: lesson?.note ?? '',
  });
  const { field, problemOf, handleSubmit, isDirty, formState } = form;
  const [day, time] = form.watch(['day', 'time']);
  const { close, saved } = useUnsaved(isDirty);
  const leave = () => close(onClose);
  const choose = (picked: Picked | null) => {
    setLearner(picked);
    form.setValue('learner', picked?.id ?? null, {
      shouldDirty: true,
      shouldValidate: formState.isSubmitted,
    });
  };
  const save = async ({ day, time, vehicle, route, ...given }: EntryForm) => {
    const start = routes?.items.find((one) => one.id === route)?.start;
    const samePlace = lesson !== null && lesson.place === given.place && (lesson.route?.id ?? '') === route;
    const entry = {
      ...given,
      vehicle: vehicle === '' ? null : vehicle,
      route: route === '' ? null : route,
      startsAt: instantOf(day, time),
      zone: localZone(),
      lat: samePlace ? lesson.lat : (start?.lat ?? null),
      lon: samePlace ? lesson.lon : (start?.lon ?? null),
      uid: lesson?.uid ?? null,
    };
    if (!isThere(day, time) || (weeks > 0 && !possible)) return;
    const kept =
      weeks > 0 && possible
        ? await addSeries({
            ...entry,
            days: seriesOf(day, weeks, times).map((on, n) => ({
              id: n === 0 ? id : newId(),
              startsAt: instantOf(on, time),
            })),
          })
        : await keep({
            id,
            revision: lesson?.revision ?? null,
            lesson: also.length > 0 ? { ...entry, later: movedLike(also, lesson, day, time) } : entry,
          });
    if (kept.error) return;
    saved();
    onClose();
  };
  const choice = (
    label: string,
    name: 'vehicle' | 'route',
    items: readonly (readonly [string, string])[],
    none: string,
  ) => (
    <Controller
      control={form.control}
      name={name}
      render={({ field: { value, ...rest } }) => (
        <TextField select label={label} {...rest} value={items.some(([own]) => own === value) ? value : ''}>
          <MenuItem value="">{none}</MenuItem>
          {items.map(([own, title]) => (
            <MenuItem key={own} value={own}>
              {title}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm">
      <DialogTitle>{lesson ? 'Change the entry' : 'Add to diary'}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
        {error ? <ErrorNote title="Couldn’t save the entry">{errorText(error)}</ErrorNote> : null}
        <TextField select label="What" defaultValue={lesson?.kind ?? 'lesson'} {...field('kind')}>
          {kinds.map(([own, title]) => (
            <MenuItem key={own} value={own}>
              {title}
            </MenuItem>
          ))}
        </TextField>
        <LearnerPicker label="Learner" chosen={learner} onChoose={choose} problem={problemOf('learner')} />
        {learner ? <GoalsText learner={learner.id} /> : null}
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr 1fr', sm: '1.4fr 1fr 1fr' } }}>
          <TextField
            type="date"
            label="Day"
            sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}
            slotProps={{ inputLabel: { shrink: true } }}
            {...field('day', { problem: 'Choose a day.' })}
          />
          <TextField
            type="time"
            label="From"
            slotProps={{ inputLabel: { shrink: true } }}
            {...field('time', { problem: 'Choose a time.' })}
          />
          <TextField
            label="Minutes"
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
            {...field('minutes', { setValueAs: wholeMinutes })}
          />
        </Box>
        {day !== '' && time !== '' && !isThere(day, time) ? (
          <Aside role="alert" tone="ochre">
            <Typography>
              There is no {time} on {dayTitle(day)}: the clocks go forward. Choose another time.
            </Typography>
          </Aside>
        ) : null}
        {later.length > 0 ? (
          <ChoiceField
            label="Change or delete"
            value={withLater ? 'later' : 'one'}
            items={[
              ['one', 'This one only'],
              ['later', `This and the ${later.length === 1 ? 'later one' : `${later.length} later ones`}`],
            ]}
            onChange={(which) => setWithLater(which === 'later')}
            helperText={
              withLater ? `The last one is on ${dayTitle(dayOf(later.at(-1)?.startsAt ?? ''))}.` : undefined
            }
          />
        ) : null}
        {lesson ? null : (
          <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: '1.4fr 1fr' }}>
            <TextField
              select
              label="Repeat"
              value={weeks}
              onChange={(event) => setWeeks(Number(event.target.value))}
            >
              <MenuItem value={0}>Once</MenuItem>
              <MenuItem value={1}>Every week</MenuItem>
              <MenuItem value={2}>Every two weeks</MenuItem>
            </TextField>
            {weeks > 0 ? (
              <TextField
                label="How many times"
                value={timesText}
                onChange={(event) => setTimes(event.target.value)}
                error={!possible}
                helperText={possible ? undefined : `A whole number from 2 to ${MOST_REPEATS}.`}
                slotProps={{ htmlInput: { inputMode: 'numeric' } }}
              />
            ) : null}
          </Box>
        )}
        {weeks > 0 && possible && day !== '' && time !== '' ? (
          <Typography role="status" sx={{ color: 'text.secondary' }}>
            {seriesText(seriesOf(day, weeks, times), time)}
          </Typography>
        ) : null}
        {choice(
          'Vehicle',
          'vehicle',
          (vehicles?.items ?? [])
            .filter(({ id, retired }) => !retired || id === lesson?.vehicle?.id)
            .map((one) => [one.id, one.name]),
          'not yet chosen',
        )}
        {choice(
          'Route',
          'route',
          (routes?.items ?? []).map((one) => [one.id, one.title]),
          'none',
        )}
        <TextField
          label="Where it begins"
          slotProps={{ htmlInput: { maxLength: 120 } }}
          {...field('place')}
        />
        <TextField label="Note" multiline slotProps={{ htmlInput: { maxLength: 400 } }} {...field('note')} />
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          Travel time is worked out from where the routes begin.
        </Typography>
      </DialogContent>
      <DialogActions>
        {lesson ? (
          <Button
            color="inherit"
            sx={{ mr: 'auto' }}
            onClick={() =>
              void remove({ id, revision: lesson.revision, later: also.length > 0 })
                .unwrap()
                .then(() => {
                  onRemoved([lesson, ...also]);
                  onClose();
                })
                .catch(() => undefined)
            }
          >
            Delete
          </Button>
        ) : null}
        <Button color="inherit" onClick={leave}>
          Cancel
        </Button>
        <Button variant="contained" onClick={() => void handleSubmit(save)()} disabled={isLoading}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** So long ahead the entries of a repeated lesson are looked for, in days. */
const AHEAD = 5 * 366;

/** The later entries of a repeated lesson that are still like this one. */
function useLater(lesson: LessonView | null): readonly LessonView[] {
  const { data } = useLessonsQuery(
    lesson?.series
      ? {
          from: lesson.startsAt,
          until: instantOf(dayAfter(dayOf(lesson.startsAt), AHEAD), '00:00'),
          series: lesson.series,
        }
      : skipToken,
  );
  return lesson ? laterOf(lesson, data?.items ?? []) : [];
}

/** Later entries moved as an earlier one of theirs is: as many days on, to the same hour. */
const movedLike = (later: readonly LessonView[], lesson: LessonView | null, day: string, time: string) =>
  later.map(({ id, startsAt, revision }) => ({
    id,
    startsAt: instantOf(
      dayAfter(dayOf(startsAt), lesson ? daysBetween(dayOf(lesson.startsAt), day) : 0),
      time,
    ),
    revision,
  }));

/** The last day of a series, and whether the clocks change within it. */
function seriesText(days: readonly string[], time: string): string {
  const last = days.at(-1) ?? '';
  const changed = clocksChangeBy(days, time);
  const missing = days.filter((on) => !isThere(on, time));
  return [
    `The last one is on ${dayTitle(last)}.`,
    ...(changed ? [`The clocks change before ${dayTitle(changed)}; the lessons stay at ${time}.`] : []),
    ...(missing.length > 0
      ? [`On ${missing.map(dayTitle).join(', ')} there is no ${time}: that lesson is an hour later.`]
      : []),
  ].join(' ');
}
