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
import { useState } from 'react';
import type { LessonToKeep, LessonView } from '../../../contract';
import { typedNumber } from '../../../core/numbers';
import {
  errorText,
  useRoutesQuery,
  useVehiclesQuery,
  useKeepLessonMutation,
  useRemoveLessonMutation,
} from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { LearnerPicker, type Picked } from '../../parts/people';
import { ErrorNote, localZone } from '../../parts/ui';
import { dayOf, instantOf, timeOf } from './days';

interface Props {
  /** Null for a new one. */
  readonly lesson: LessonView | null;
  readonly day: string;
  readonly time: string;
  readonly onClose: () => void;
}

const kinds = [
  ['lesson', 'Lesson'],
  ['test', 'Licence test'],
  ['other', 'Something else'],
] as const;

/** An entry of the diary, new or changed. */
export function EntryDialog({ lesson, day: firstDay, time: firstTime, onClose }: Props) {
  const { data: vehicles } = useVehiclesQuery();
  const { data: routes } = useRoutesQuery();
  const [keep, { error, isLoading }] = useKeepLessonMutation();
  const [remove] = useRemoveLessonMutation();
  const [id] = useState(() => lesson?.id ?? newId());
  const [kind, setKind] = useState<LessonToKeep['kind']>(lesson?.kind ?? 'lesson');
  const [learner, setLearner] = useState<Picked | null>(
    lesson?.learner ? { ...lesson.learner, testDate: null } : null,
  );
  const [day, setDay] = useState(lesson ? dayOf(lesson.startsAt) : firstDay);
  const [time, setTime] = useState(lesson ? timeOf(lesson.startsAt) : firstTime);
  const [minutes, setMinutes] = useState(String(lesson?.minutes ?? 90));
  const [vehicle, setVehicle] = useState(lesson?.vehicle?.id ?? '');
  const [route, setRoute] = useState(lesson?.route?.id ?? '');
  const [place, setPlace] = useState(lesson?.place ?? '');
  const [note, setNote] = useState(lesson?.note ?? '');
  const typed = JSON.stringify([kind, learner?.id, day, time, minutes, vehicle, route, place, note]);
  const [start] = useState(typed);
  const { close } = useUnsaved(typed !== start);
  const leave = () => close(onClose);
  const [tried, setTried] = useState(false);
  const length = typedNumber(minutes, 'whole') ?? NaN;
  const problems = {
    learner: kind !== 'other' && learner === null ? 'Choose who it is with.' : null,
    when: day === '' || time === '' ? 'Day and hour are wanted.' : null,
    minutes:
      Number.isInteger(length) && length >= 5 && length <= 720 ? null : 'Whole minutes, from 5 to 720.',
  };
  const broken = Object.values(problems).some((problem) => problem !== null);
  const save = () => {
    setTried(true);
    if (broken) return;
    const start = routes?.items.find((one) => one.id === route)?.sketch[0];
    const samePlace = lesson !== null && lesson.place === place && (lesson.route?.id ?? '') === route;
    void keep({
      id,
      revision: lesson?.revision ?? null,
      lesson: {
        kind,
        learner: learner?.id ?? null,
        vehicle: vehicle === '' ? null : vehicle,
        route: route === '' ? null : route,
        startsAt: instantOf(day, time),
        minutes: length,
        zone: localZone(),
        place,
        lat: samePlace ? lesson.lat : (start?.lat ?? null),
        lon: samePlace ? lesson.lon : (start?.lon ?? null),
        note,
        uid: lesson?.uid ?? null,
      },
    })
      .unwrap()
      .then(onClose)
      .catch(() => undefined);
  };
  const choice = (
    label: string,
    value: string,
    set: (value: string) => void,
    items: readonly (readonly [string, string])[],
    none: string,
  ) => (
    <TextField
      select
      label={label}
      value={items.some(([own]) => own === value) ? value : ''}
      onChange={(event) => set(event.target.value)}
    >
      <MenuItem value="">{none}</MenuItem>
      {items.map(([own, title]) => (
        <MenuItem key={own} value={own}>
          {title}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm">
      <DialogTitle>{lesson ? 'Change the entry' : 'Put into the diary'}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
        {error ? <ErrorNote title="The entry was not kept">{errorText(error)}</ErrorNote> : null}
        <TextField
          select
          label="What"
          value={kind}
          onChange={(event) => setKind(event.target.value as LessonToKeep['kind'])}
        >
          {kinds.map(([own, title]) => (
            <MenuItem key={own} value={own}>
              {title}
            </MenuItem>
          ))}
        </TextField>
        <LearnerPicker
          label="Learner"
          chosen={learner}
          onChoose={setLearner}
          problem={tried ? problems.learner : null}
        />
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr 1fr', sm: '1.4fr 1fr 1fr' } }}>
          <TextField
            type="date"
            label="Day"
            value={day}
            onChange={(event) => setDay(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
            error={tried && problems.when !== null}
            helperText={tried ? problems.when : undefined}
          />
          <TextField
            type="time"
            label="From"
            value={time}
            onChange={(event) => setTime(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <TextField
            label="Minutes"
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
            error={tried && problems.minutes !== null}
            helperText={tried ? problems.minutes : undefined}
          />
        </Box>
        {choice(
          'Vehicle',
          vehicle,
          setVehicle,
          (vehicles?.items ?? []).map((one) => [one.id, one.name]),
          'not yet chosen',
        )}
        {choice(
          'Route',
          route,
          setRoute,
          (routes?.items ?? []).map((one) => [one.id, one.title]),
          'none',
        )}
        <TextField
          label="Where it begins"
          value={place}
          onChange={(event) => setPlace(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 120 } }}
        />
        <TextField
          label="Note"
          value={note}
          multiline
          onChange={(event) => setNote(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 400 } }}
        />
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          The way between two places is reckoned from where their routes begin.
        </Typography>
      </DialogContent>
      <DialogActions>
        {lesson ? (
          <Button
            color="inherit"
            sx={{ mr: 'auto' }}
            onClick={() =>
              void remove({ id, revision: lesson.revision })
                .unwrap()
                .then(onClose)
                .catch(() => undefined)
            }
          >
            Take it out
          </Button>
        ) : null}
        <Button color="inherit" onClick={leave}>
          Leave it
        </Button>
        <Button variant="contained" onClick={save} disabled={isLoading}>
          Keep
        </Button>
      </DialogActions>
    </Dialog>
  );
}
