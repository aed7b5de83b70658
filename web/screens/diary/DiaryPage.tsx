import {
  Box,
  Button,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
  useMediaQuery,
  useTheme,
} from '@mui/material';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { LessonView } from '../../../contract';
import { errorText, useSessionQuery, useLessonsQuery } from '../../data/api';
import { colour, EmptyNote, ErrorNote, LoadingNote } from '../../parts/ui';
import { CalendarDialog } from './CalendarDialog';
import { clashesIn } from '../../parts/clashes';
import { dayAfter, dayOf, dayTitle, instantOf, longDayTitle, timeOf, today, weekOf } from './days';
import { EntryDialog } from './EntryDialog';
import { kindWords, tone, type Shown } from './shown';
import { useUndo } from './useUndo';
import { WeekGrid } from './WeekGrid';

type Editing = { readonly lesson: LessonView | null; readonly day: string; readonly time: string };

/** Lessons and tests by day or week; what does not fit is said. */
export function DiaryPage() {
  const [params, setParams] = useSearchParams();
  const narrow = useMediaQuery(useTheme().breakpoints.down('md'));
  const { data: session } = useSessionQuery();
  const day = /^\d{4}-\d{2}-\d{2}$/.test(params.get('day') ?? '') ? (params.get('day') ?? '') : today();
  const view = params.get('view') ?? (narrow ? 'day' : 'week');
  const all = params.get('who') === 'all';
  const days = view === 'week' ? weekOf(day) : [day];
  const [from, until] = [
    instantOf(days[0] ?? day, '00:00'),
    instantOf(dayAfter(days.at(-1) ?? day, 1), '00:00'),
  ];
  const { data, error, isLoading, refetch } = useLessonsQuery({ from, until });
  const [editing, setEditing] = useState<Editing | null>(null);
  const [calendars, setCalendars] = useState(false);
  const undo = useUndo();
  const lessons = useMemo(() => data?.items ?? [], [data]);
  const clashes = useMemo(() => clashesIn(lessons), [lessons]);
  const shown = lessons.filter(({ instructor }) => all || instructor.id === session?.instructor.id);
  const wrong = shown.filter(({ id }) => clashes.has(id));
  const go = (changes: Record<string, string>) => setParams({ ...Object.fromEntries(params), ...changes });
  const step = view === 'week' ? 7 : 1;
  return (
    <Box sx={{ display: 'grid', gap: 2.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          {view === 'week'
            ? `${dayTitle(days[0] ?? day)} to ${dayTitle(days.at(-1) ?? day)}`
            : longDayTitle(day)}
        </Typography>
        <Button variant="outlined" onClick={() => setCalendars(true)}>
          Other calendars
        </Button>
        <Button variant="contained" onClick={() => setEditing({ lesson: null, day, time: '09:00' })}>
          Add to diary
        </Button>
      </Stack>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1.5 }}>
        <Button variant="outlined" onClick={() => go({ day: dayAfter(day, -step) })}>
          Earlier
        </Button>
        <Button variant="outlined" onClick={() => go({ day: today() })}>
          Today
        </Button>
        <Button variant="outlined" onClick={() => go({ day: dayAfter(day, step) })}>
          Later
        </Button>
        <ToggleButtonGroup
          exclusive
          value={view}
          onChange={(_, to: string | null) => to && go({ view: to })}
          aria-label="How much"
        >
          <ToggleButton value="day" sx={{ px: 3 }}>
            Day
          </ToggleButton>
          <ToggleButton value="week" sx={{ px: 3 }}>
            Week
          </ToggleButton>
        </ToggleButtonGroup>
        <ToggleButtonGroup
          exclusive
          value={all ? 'all' : 'mine'}
          onChange={(_, to: string | null) => to && go({ who: to })}
          aria-label="Whose"
        >
          <ToggleButton value="mine" sx={{ px: 3 }}>
            Mine
          </ToggleButton>
          <ToggleButton value="all" sx={{ px: 3 }}>
            Everybody’s
          </ToggleButton>
        </ToggleButtonGroup>
      </Stack>
      {error ? (
        <ErrorNote title="The diary could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {undo.note}
      {isLoading ? <LoadingNote what="the diary" /> : null}
      {wrong.length > 0 ? (
        <Box
          component="section"
          aria-label="Clashes"
          sx={{ borderLeft: `6px solid ${colour('ochre')}`, pl: 2 }}
        >
          <Typography sx={{ fontWeight: 700 }}>Clashes</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {wrong.map(({ id, startsAt, learner, note }) => (
              <li key={id}>
                {dayTitle(dayOf(startsAt))}, {timeOf(startsAt)}, {learner?.name ?? note}:{' '}
                {(clashes.get(id) ?? []).join('; ')}
              </li>
            ))}
          </Box>
        </Box>
      ) : null}
      {data && shown.length === 0 ? (
        <EmptyNote title={view === 'week' ? 'Nothing in this week yet' : 'Nothing on this day yet'}>
          Add a lesson, or import a calendar.
        </EmptyNote>
      ) : null}
      {view === 'week' && !narrow ? (
        <WeekGrid
          {...{ days, clashes }}
          lessons={shown}
          onOpen={(lesson) => setEditing({ lesson, day, time: '' })}
          onAdd={(on, time) => setEditing({ lesson: null, day: on, time })}
          onMove={undo.move}
        />
      ) : (
        days.map((on) => (
          <List
            key={on}
            title={view === 'week' ? longDayTitle(on) : null}
            clashes={clashes}
            lessons={shown.filter(({ startsAt }) => dayOf(startsAt) === on)}
            onOpen={(lesson) => setEditing({ lesson, day, time: '' })}
          />
        ))
      )}
      {editing ? (
        <EntryDialog {...editing} onClose={() => setEditing(null)} onRemoved={undo.removed} />
      ) : null}
      {calendars ? <CalendarDialog onClose={() => setCalendars(false)} /> : null}
    </Box>
  );
}

/** A day as a list, for narrow screens and for reading aloud. */
function List({ title, lessons, clashes, onOpen }: Shown & { readonly title: string | null }) {
  if (lessons.length === 0) return null;
  return (
    <Box component="section">
      {title ? <Typography variant="h2">{title}</Typography> : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {lessons.map((lesson) => (
          <Box
            component="li"
            key={lesson.id}
            sx={{
              display: 'flex',
              alignItems: 'center',
              flexWrap: 'wrap',
              columnGap: 2,
              py: 1,
              minHeight: 72,
              borderBottom: `1px solid ${colour('line')}`,
              borderLeft: `5px solid ${colour(tone[lesson.kind])}`,
              pl: 1.5,
            }}
          >
            <Typography sx={{ fontWeight: 700, fontSize: '1.2rem', minWidth: 62 }}>
              {timeOf(lesson.startsAt)}
            </Typography>
            <Box sx={{ flex: '1 1 200px' }}>
              <Typography sx={{ fontWeight: 700 }}>
                {[kindWords[lesson.kind], lesson.learner?.name ?? lesson.note]
                  .filter((text) => text !== '')
                  .join(': ')}
              </Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {[
                  `${lesson.minutes} min`,
                  lesson.place,
                  lesson.vehicle?.name,
                  lesson.route?.title,
                  lesson.instructor.name,
                ]
                  .filter(Boolean)
                  .join(', ')}
              </Typography>
              {(clashes.get(lesson.id) ?? []).map((text) => (
                <Typography key={text} variant="body2" sx={{ color: colour('ochre') }}>
                  {text}
                </Typography>
              ))}
            </Box>
            {lesson.learner ? (
              <Button component={Link} to={`/setup?learner=${lesson.learner.id}`} color="inherit">
                Mock
              </Button>
            ) : null}
            <Button variant="outlined" onClick={() => onOpen(lesson)}>
              Change
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
