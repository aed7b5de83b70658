import { Box, Button, Stack, Typography } from '@mui/material';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { adviceWith, sheetReading, type SkillReading } from '../../../core/coaching';
import { reportOf } from '../../../core/report';
import { MOST_GOALS } from '../../../core/session';
import { severityCount, skillOf, type Standard } from '../../../core/standard';
import { useCoachingQuery, useRoutesQuery } from '../../data/api';
import { useDrive, type DoAction } from '../../data/log';
import { Line, PractiseOn } from '../../parts/readiness';
import { colour, dayText, Glyph, WindowTitle } from '../../parts/ui';
import { DriveNotOpen, VerdictBanner } from '../../parts/verdict';

/** What each mark of a sheet means: the usual cause, what to ask to find the real one, and what to do about it. */
export function ReadingPage() {
  const { mock: id = '' } = useParams();
  const onScreen = useDrive(id);
  const { data: coaching } = useCoachingQuery();
  const open = onScreen.status === 'open' ? onScreen : null;
  const readings = useMemo(
    () => (open ? sheetReading(open.drive.standard, open.judgement, adviceWith(coaching?.advice ?? [])) : []),
    [open, coaching],
  );
  if (onScreen.status !== 'open') return <DriveNotOpen onScreen={onScreen} />;
  const { drive, judgement, act } = onScreen;
  const { mock, standard } = drive;
  return (
    <Box sx={{ maxWidth: 1000, mx: 'auto', display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2 }}
      >
        <Box>
          <WindowTitle name={`${mock.learner.name}, what the marks mean`} />
          <Typography variant="h1">What the marks mean</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            <Link to={`/learners/${mock.learner.id}`}>{mock.learner.name}</Link>,{' '}
            {dayText(mock.startedAt, mock.zone)}, {standard.title}
          </Typography>
        </Box>
        <Stack direction="row" className="screen-only" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
          <Button component={Link} to={`/mocks/${id}`} variant="outlined">
            Report
          </Button>
          <Button variant="outlined" onClick={() => window.print()}>
            Print
          </Button>
        </Stack>
      </Stack>
      <VerdictBanner report={reportOf(standard, judgement, mock)} />
      <Typography>
        A mark says what went wrong, not why. Ask first: the answer shows the cause. Then choose up to{' '}
        {MOST_GOALS} goals.
      </Typography>
      {readings.length === 0 ? <Typography>Nothing was marked on this sheet.</Typography> : null}
      <Box component="ol" aria-label="Marked skills" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {readings.map((reading) => (
          <Reading key={reading.skill} {...{ reading, standard, act }} goals={judgement.drive.goals} />
        ))}
      </Box>
    </Box>
  );
}

function Reading({
  reading: { skill, marks, advice, asks },
  standard,
  goals,
  act,
}: {
  readonly reading: SkillReading;
  readonly standard: Standard;
  readonly goals: readonly { readonly id: string; readonly text: string }[];
  readonly act: DoAction;
}) {
  const { data: routes } = useRoutesQuery();
  const title = skillOf(skill)?.title ?? marks[0]?.label ?? skill;
  const goal = goals.find(({ text }) => text === title);
  return (
    <Box component="li" aria-label={title} sx={{ py: 2.5, borderTop: `1px solid ${colour('line')}` }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {title}
        </Typography>
        {goal ? (
          <Button
            variant="contained"
            onClick={() => act({ do: 'take-back', events: [goal.id] })}
            aria-label={`Remove the goal ${title}`}
          >
            Goal set
          </Button>
        ) : (
          <Button
            variant="outlined"
            disabled={goals.length >= MOST_GOALS}
            onClick={() => act({ do: 'goal', text: title })}
            aria-label={`Make it a goal: ${title}`}
          >
            Make it a goal
          </Button>
        )}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mb: 1, p: 0 }}>
        {marks.map(({ item, label, severity, gravity, times }) => (
          <Box
            component="li"
            key={`${item} ${severity}`}
            sx={{ display: 'flex', gap: 1, alignItems: 'center' }}
          >
            <Glyph gravity={gravity as 0 | 1 | 2 | 3} size={18} />
            <span>
              {label}: {severityCount(standard, severity, times)}
            </span>
          </Box>
        ))}
      </Box>
      {asks.length > 0 ? (
        <Box sx={{ mb: 1.5 }}>
          <Typography sx={{ fontWeight: 700 }}>Ask</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {asks.map(({ ask, tells }) => (
              <li key={ask}>
                <Typography>“{ask}”</Typography>
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  No good answer: {tells.charAt(0).toLowerCase() + tells.slice(1)}
                </Typography>
              </li>
            ))}
          </Box>
        </Box>
      ) : null}
      {advice ? (
        <Box component="dl" sx={{ m: 0, display: 'grid', rowGap: 0.5 }}>
          <Line name="Usual cause">{advice.cause}</Line>
          <Line name="Instead">{advice.instead}</Line>
          <Line name="Exercise">{advice.exercise}</Line>
        </Box>
      ) : null}
      <PractiseOn skill={skill} routes={routes?.items ?? []} />
    </Box>
  );
}
