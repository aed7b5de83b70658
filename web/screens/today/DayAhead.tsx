import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { LessonView, ReadinessRow, MockSummary } from '../../../contract';
import { useSessionQuery, useMocksQuery, useLessonsQuery, useReadinessQuery } from '../../data/api';
import { GoalsText } from '../../parts/goals';
import { clashesIn } from '../../parts/clashes';
import { colour, daysUntil, hourText } from '../../parts/ui';

/** The day's lessons and tests in order, each with what it needs. */
export function DayAhead() {
  const { data: session } = useSessionQuery();
  const day = new Date();
  const from = new Date(day.getFullYear(), day.getMonth(), day.getDate()).toISOString();
  const until = new Date(day.getFullYear(), day.getMonth(), day.getDate() + 1).toISOString();
  const { data } = useLessonsQuery({ from, until });
  const { data: readiness } = useReadinessQuery();
  const { data: mocks } = useMocksQuery({});
  const mine = (data?.items ?? []).filter(({ instructor }) => instructor.id === session?.instructor.id);
  const clashes = clashesIn(data?.items ?? []);
  if (!data) return null;
  return (
    <Box component="section" aria-labelledby="day-ahead" sx={{ mb: 4 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography variant="h2" id="day-ahead" sx={{ flex: 1 }}>
          In the diary
        </Typography>
        <Button component={Link} to="/diary" color="inherit">
          Diary
        </Button>
      </Box>
      {mine.length === 0 ? (
        <Typography sx={{ color: 'text.secondary' }}>
          Nothing today. <Link to="/diary">Add a lesson</Link>, or start a mock.
        </Typography>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {mine.map((lesson) => (
            <Entry
              key={lesson.id}
              lesson={lesson}
              needs={[
                ...(clashes.get(lesson.id) ?? []),
                ...needsOf(
                  lesson,
                  readiness?.items.find(({ learner }) => learner.id === lesson.learner?.id),
                  mocks?.items ?? [],
                ),
              ]}
            />
          ))}
        </Box>
      )}
    </Box>
  );
}

/** What a lesson needs: flags that are left, what a test asks for, a car that is not chosen. */
function needsOf(
  lesson: LessonView,
  row: ReadinessRow | undefined,
  mocks: readonly MockSummary[],
): readonly string[] {
  const needs: string[] = [];
  const flags = mocks
    .filter(({ learner, ended }) => ended && learner.id === lesson.learner?.id)
    .reduce((sum, { unsorted }) => sum + unsorted, 0);
  if (flags > 0) needs.push(`${flags} ${flags === 1 ? 'flag' : 'flags'} of the last mock to sort`);
  if (lesson.kind !== 'other' && lesson.vehicle === null) needs.push('no vehicle chosen');
  const parts = row?.unmet.find(({ id }) => id === 'parts');
  if (parts) needs.push(`not driven yet: ${parts.wanted.toLowerCase()}`);
  const papers = row?.unmet.find(({ id }) => id === 'papers');
  if (papers && row?.testDate && daysUntil(row.testDate, new Date()) <= 14)
    needs.push(`documents: ${papers.now.toLowerCase()}`);
  return needs;
}

function Entry({ lesson, needs }: { readonly lesson: LessonView; readonly needs: readonly string[] }) {
  const { kind, learner, startsAt, zone, minutes, place, vehicle, route, note } = lesson;
  const over = Date.parse(startsAt) + minutes * 60_000 < Date.now();
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 2,
        py: 1,
        minHeight: 72,
        borderBottom: `1px solid ${colour('line')}`,
        color: over ? 'text.secondary' : 'text.primary',
      }}
    >
      <Typography sx={{ fontSize: '1.3rem', fontWeight: 700, minWidth: 66 }}>
        {hourText(startsAt, zone)}
      </Typography>
      <Box sx={{ flex: '1 1 150px' }}>
        <Typography sx={{ fontWeight: 700 }}>
          {kind === 'test' ? 'Licence test: ' : ''}
          {learner ? (
            <Box component={Link} to={`/learners/${learner.id}`} sx={{ color: 'inherit' }}>
              {learner.name}
            </Box>
          ) : (
            note
          )}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {[`${minutes} min`, place, vehicle?.name, route?.title].filter(Boolean).join(', ')}
        </Typography>
        {learner && !over ? <GoalsText learner={learner.id} /> : null}
        {needs.map((need) => (
          <Typography key={need} variant="body2" sx={{ color: colour('ochre') }}>
            {need}
          </Typography>
        ))}
      </Box>
      {learner && !over ? (
        <Button
          component={Link}
          to={setupOf(learner.id, vehicle?.id, route?.id)}
          variant="outlined"
          aria-label={`Mock in the lesson with ${learner.name}`}
        >
          Mock
        </Button>
      ) : null}
    </Box>
  );
}

/** Set-up with what the lesson says. */
function setupOf(learner: string, vehicle: string | undefined, route: string | undefined): string {
  const given = Object.entries({ learner, vehicle, route }).flatMap(([key, value]) =>
    value === undefined ? [] : [[key, value]],
  );
  return `/setup?${new URLSearchParams(given).toString()}`;
}
