import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { YardView } from '../../../contract';
import type { Course } from '../../../core/yard';
import { errorText, useYardQuery } from '../../data/api';
import { ErrorNote, LoadingNote } from '../../parts/ui';
import { CourseEditor } from './CourseEditor';

/** Changes a course of the school's own, or makes one from a copy. What ships stays as it is. */
export function CoursePage() {
  const { course: id = '' } = useParams();
  const [params] = useSearchParams();
  const { data, error, refetch } = useYardQuery();
  if (error && !data)
    return (
      <ErrorNote title="Couldn’t load the courses" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  if (!data) return <LoadingNote what="the course" />;
  const base = data.courses.find((one) => one.id === id);
  if (!base)
    return (
      <ErrorNote title="There is no such course">It may have been removed. Choose one in the yard.</ErrorNote>
    );
  return <Opened key={`${id} ${params.has('copy')}`} yard={data} base={base} copy={params.has('copy')} />;
}

function Opened({
  yard,
  base,
  copy,
}: {
  readonly yard: YardView;
  readonly base: Course;
  readonly copy: boolean;
}) {
  const held = yard.own.find(({ kind, id }) => kind === 'course' && id === base.id);
  const own = copy ? undefined : held;
  const [start] = useState<Course>(() =>
    own
      ? base
      : { ...base, id: `${base.id}-copy`.slice(0, 60), title: `${base.title}, our copy`.slice(0, 80) },
  );
  return <CourseEditor yard={yard} base={base} start={start} own={own ?? null} />;
}
