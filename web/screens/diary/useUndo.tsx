import { Button, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { v4 as newId } from 'uuid';
import type { LessonToKeep, LessonView } from '../../../contract';
import { errorText, useAddSeriesMutation, useKeepLessonMutation } from '../../data/api';
import { Aside, ErrorNote } from '../../parts/ui';
import { dayTitle, dayOf, instantOf, isThere, timeOf } from './days';

interface Undo {
  /** What was done, with the way back; nothing before anything was. */
  readonly note: ReactNode;
  /** Entries were taken out: one, or a repeated lesson from it on. */
  readonly removed: (lessons: readonly LessonView[]) => void;
  readonly move: (lesson: LessonView, day: string, time: string) => void;
}

/** An entry as it is kept, at another time where one is given. */
const entryOf = (lesson: LessonView, startsAt = lesson.startsAt): LessonToKeep => ({
  kind: lesson.kind,
  learner: lesson.learner?.id ?? null,
  vehicle: lesson.vehicle?.id ?? null,
  route: lesson.route?.id ?? null,
  minutes: lesson.minutes,
  zone: lesson.zone,
  place: lesson.place,
  lat: lesson.lat,
  lon: lesson.lon,
  note: lesson.note,
  uid: lesson.uid,
  startsAt,
});

const who = ({ learner, note }: LessonView): string => learner?.name ?? (note || 'The entry');

/** Moves entries of the diary, and takes the last move or removal back. */
export function useUndo(): Undo {
  const [keep, keeping] = useKeepLessonMutation();
  const [addSeries, adding] = useAddSeriesMutation();
  const error = keeping.error ?? adding.error;
  const isLoading = keeping.isLoading || adding.isLoading;
  const [done, setDone] = useState<{ readonly words: string; readonly back: (() => void) | null } | null>(
    null,
  );
  const removed = (lessons: readonly LessonView[]) => {
    const [lesson, ...later] = lessons;
    if (!lesson) return;
    const more = later.length === 0 ? '' : ` and ${later.length} later`;
    // What was taken out stays out: other entries say the same.
    const again = () =>
      later.length === 0
        ? keep({ id: newId(), revision: null, lesson: entryOf(lesson) }).unwrap()
        : addSeries({
            ...entryOf(lesson),
            uid: null,
            days: lessons.map(({ startsAt }) => ({ id: newId(), startsAt })),
          }).unwrap();
    setDone({
      words: `${who(lesson)}, ${dayTitle(dayOf(lesson.startsAt))} ${timeOf(lesson.startsAt)}${more}: deleted.`,
      back: () =>
        void again()
          .then(() => setDone({ words: `${who(lesson)} is back in the diary.`, back: null }))
          .catch(() => undefined),
    });
  };
  const move = (lesson: LessonView, day: string, time: string) => {
    if (!isThere(day, time)) {
      setDone({
        words: `There is no ${time} on ${dayTitle(day)}: the clocks go forward. Not moved.`,
        back: null,
      });
      return;
    }
    void keep({ id: lesson.id, revision: lesson.revision, lesson: entryOf(lesson, instantOf(day, time)) })
      .unwrap()
      .then((moved) =>
        setDone({
          words: `${who(lesson)}: moved to ${dayTitle(day)}, ${time}.`,
          back: () =>
            void keep({ id: lesson.id, revision: moved.revision, lesson: entryOf(lesson) })
              .unwrap()
              .then(() =>
                setDone({
                  words: `${who(lesson)} is back at ${dayTitle(dayOf(lesson.startsAt))}, ${timeOf(lesson.startsAt)}.`,
                  back: null,
                }),
              )
              .catch(() => undefined),
        }),
      )
      .catch(() => setDone(null));
  };
  const note = (
    <>
      {error ? <ErrorNote title="Couldn’t change the diary">{errorText(error)}</ErrorNote> : null}
      {done ? (
        <Aside role="status" sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <Typography>{done.words}</Typography>
          {done.back ? (
            <Button variant="outlined" disabled={isLoading} onClick={done.back}>
              Undo
            </Button>
          ) : null}
        </Aside>
      ) : null}
    </>
  );
  return { note, removed, move };
}
