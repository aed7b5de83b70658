import {
  DndContext,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { Box, Typography } from '@mui/material';
import { useRef } from 'react';
import type { LessonView } from '../../../contract';
import { colour } from '../../parts/ui';
import { dayOf, dayTitle, hourOf, timeOf, today } from './days';
import { kindWords, tone, type Shown } from './shown';

const FIRST_HOUR = 7;
const LAST_HOUR = 20;
/** Pixels. */
const HOUR = 58;
const HOURS_WIDTH = 52;
/** An entry is moved by so many minutes. */
const STEP = 15;

interface Props extends Shown {
  readonly days: readonly string[];
  readonly onAdd: (day: string, time: string) => void;
  readonly onMove: (lesson: LessonView, day: string, time: string) => void;
}

/** The week as hours down and days across. */
export function WeekGrid({ days, lessons, clashes, onOpen, onAdd, onMove }: Props) {
  const hours = Array.from({ length: LAST_HOUR - FIRST_HOUR }, (_, n) => FIRST_HOUR + n);
  const frame = useRef<HTMLDivElement>(null);
  // A touch or a click opens it; only what is really dragged moves.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const dropped = ({ active, delta }: DragEndEvent) => {
    const lesson = lessons.find(({ id }) => id === active.id);
    const width = ((frame.current?.clientWidth ?? 0) - HOURS_WIDTH) / days.length;
    if (!lesson || width <= 0) return;
    const from = days.indexOf(dayOf(lesson.startsAt));
    const to = Math.max(0, Math.min(days.length - 1, from + Math.round(delta.x / width)));
    const minutes =
      Math.round(hourOf(lesson.startsAt) * 60) + STEP * Math.round((60 * delta.y) / HOUR / STEP);
    const within = Math.max(0, Math.min(24 * 60 - STEP, minutes));
    const two = (value: number) => String(value).padStart(2, '0');
    const time = `${two(Math.floor(within / 60))}:${two(within % 60)}`;
    const day = days[to];
    if (day && (to !== from || time !== timeOf(lesson.startsAt))) onMove(lesson, day, time);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={dropped}>
      <Box
        ref={frame}
        sx={{
          display: 'grid',
          gridTemplateColumns: `${HOURS_WIDTH}px repeat(7, minmax(0, 1fr))`,
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
                  <Entry
                    key={lesson.id}
                    {...{ lesson, column, columns, top, onOpen }}
                    clash={clashes.get(lesson.id) ?? null}
                  />
                );
              },
            )}
          </Box>
        ))}
      </Box>
    </DndContext>
  );
}

/** An entry, where it is: opened by a click, moved by dragging. Its dialog moves it by keys. */
function Entry({
  lesson,
  column,
  columns,
  top,
  clash,
  onOpen,
}: {
  readonly lesson: LessonView;
  readonly column: number;
  readonly columns: number;
  readonly top: number;
  readonly clash: readonly string[] | null;
  readonly onOpen: (lesson: LessonView) => void;
}) {
  const { setNodeRef, listeners, transform } = useDraggable({ id: lesson.id });
  return (
    <Box
      ref={setNodeRef}
      {...listeners}
      component="button"
      type="button"
      onClick={() => onOpen(lesson)}
      title={clash?.join('; ')}
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
        border: `1px ${clash ? 'dashed' : 'solid'} ${colour(clash ? 'ochre' : 'line')}`,
        borderLeft: `5px solid ${colour(tone[lesson.kind])}`,
        borderRadius: '4px',
        p: 0.5,
        cursor: 'pointer',
        touchAction: 'none',
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : 'none',
        zIndex: transform ? 2 : 'auto',
      }}
    >
      <strong>{timeOf(lesson.startsAt)}</strong> {kindWords[lesson.kind]}{' '}
      {lesson.learner?.name ?? lesson.note}
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
