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
import { dayAfter, dayOf, dayTitle, hourOf, instantOf, longDayTitle, timeOf, today, weekOf } from './days';
import { EntryDialog } from './EntryDialog';

const FIRST_HOUR = 7;
const LAST_HOUR = 20;
const HOUR = 58;

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
        <Grid
          {...{ days, clashes }}
          lessons={shown}
          onOpen={(lesson) => setEditing({ lesson, day, time: '' })}
          onAdd={(on, time) => setEditing({ lesson: null, day: on, time })}
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
      {editing ? <EntryDialog {...editing} onClose={() => setEditing(null)} /> : null}
      {calendars ? <CalendarDialog onClose={() => setCalendars(false)} /> : null}
    </Box>
  );
}

const kindWords = { lesson: '', test: 'Licence test', other: '' } as const;
const tone = { lesson: 'slate', test: 'jasper', other: 'wren' } as const;

interface Shown {
  readonly lessons: readonly LessonView[];
  readonly clashes: ReadonlyMap<string, readonly string[]>;
  readonly onOpen: (lesson: LessonView) => void;
}

/** The week as hours down and days across. */
function Grid({
  days,
  lessons,
  clashes,
  onOpen,
  onAdd,
}: Shown & { readonly days: readonly string[]; readonly onAdd: (day: string, time: string) => void }) {
  const hours = Array.from({ length: LAST_HOUR - FIRST_HOUR }, (_, n) => FIRST_HOUR + n);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '52px repeat(7, minmax(0, 1fr))',
        border: `1px solid ${colour('line')}`,
        bgcolor: colour('card'),
        borderRadius: 1,
      }}
    >
      <Box />
      {days.map((day) => (
        <Typography
          key={day}
          sx={{
            textAlign: 'center',
            py: 1,
            fontWeight: day === today() ? 700 : 400,
            borderLeft: `1px solid ${colour('line')}`,
            bgcolor: day === today() ? colour('wash') : 'transparent',
          }}
        >
          {dayTitle(day)}
        </Typography>
      ))}
      <Box sx={{ position: 'relative', height: hours.length * HOUR }}>
        {hours.map((hour, n) => (
          <Typography
            key={hour}
            variant="body2"
            sx={{ position: 'absolute', top: n * HOUR, right: 6, color: 'text.secondary' }}
          >
            {hour}:00
          </Typography>
        ))}
      </Box>
      {days.map((day) => (
        <Box
          key={day}
          onDoubleClick={(event) => {
            if (event.target !== event.currentTarget) return;
            const hour = FIRST_HOUR + event.nativeEvent.offsetY / HOUR;
            onAdd(day, `${String(Math.floor(hour)).padStart(2, '0')}:${hour % 1 < 0.5 ? '00' : '30'}`);
          }}
          sx={{
            position: 'relative',
            height: hours.length * HOUR,
            borderLeft: `1px solid ${colour('line')}`,
            backgroundImage: `repeating-linear-gradient(${colour('line')} 0 1px, transparent 1px ${HOUR}px)`,
          }}
        >
          {sideBySide(lessons.filter(({ startsAt }) => dayOf(startsAt) === day)).map(
            ({ lesson, column, columns }) => {
              const top =
                (Math.max(FIRST_HOUR, Math.min(LAST_HOUR - 0.5, hourOf(lesson.startsAt))) - FIRST_HOUR) *
                HOUR;
              return (
                <Box
                  key={lesson.id}
                  component="button"
                  type="button"
                  onClick={() => onOpen(lesson)}
                  title={(clashes.get(lesson.id) ?? []).join('; ')}
                  sx={{
                    position: 'absolute',
                    top: top + 1,
                    left: `calc(${(100 * column) / columns}% + 2px)`,
                    width: `calc(${100 / columns}% - 4px)`,
                    height: Math.max(34, (lesson.minutes / 60) * HOUR - 3),
                    overflow: 'hidden',
                    textAlign: 'left',
                    font: 'inherit',
                    fontSize: 14,
                    lineHeight: 1.2,
                    color: 'text.primary',
                    bgcolor: colour('wash'),
                    border: `1px ${clashes.has(lesson.id) ? 'dashed' : 'solid'} ${colour(clashes.has(lesson.id) ? 'ochre' : 'line')}`,
                    borderLeft: `5px solid ${colour(tone[lesson.kind])}`,
                    borderRadius: '4px',
                    p: 0.5,
                    cursor: 'pointer',
                  }}
                >
                  <strong>{timeOf(lesson.startsAt)}</strong> {kindWords[lesson.kind]}{' '}
                  {lesson.learner?.name ?? lesson.note}
                </Box>
              );
            },
          )}
        </Box>
      ))}
    </Box>
  );
}

/** Entries of one day, those at the same time beside each other. */
function sideBySide(lessons: readonly LessonView[]) {
  const end = ({ startsAt, minutes }: LessonView) => Date.parse(startsAt) + minutes * 60_000;
  const placed: { lesson: LessonView; column: number; columns: number; group: number }[] = [];
  let [group, until] = [0, 0];
  for (const lesson of lessons) {
    if (Date.parse(lesson.startsAt) >= until) group += 1;
    until = Math.max(until, end(lesson));
    const busy = placed.filter(
      (other) => other.group === group && end(other.lesson) > Date.parse(lesson.startsAt),
    );
    let column = 0;
    while (busy.some((other) => other.column === column)) column += 1;
    placed.push({ lesson, column, columns: 1, group });
  }
  return placed.map((one) => ({
    ...one,
    columns: 1 + Math.max(...placed.filter((other) => other.group === one.group).map(({ column }) => column)),
  }));
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
