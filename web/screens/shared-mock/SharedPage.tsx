import { Box, Container, Stack, Typography } from '@mui/material';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { reportOf, type Report } from '../../../core/report';
import { prioritiesOf, todayWords } from '../../../core/coaching';
import { clockText, judge } from '../../../core/marking';
import { errorText, useSharedQuery } from '../../data/api';
import { WorkOn } from '../../parts/readiness';
import { SectionTable, TimeLine } from '../../parts/report';
import { dayText, hourText, longDayText, ErrorNote, LoadingNote, Wren } from '../../parts/ui';
import { LimitTrace, VerdictBanner } from '../../parts/verdict';

/** One drive as its learner sees it: nothing to change, nothing of anybody else. */
export function SharedPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useSharedQuery(token);
  const judged = useMemo(() => {
    if (!data) return null;
    const judgement = judge(data.standard, data.events, data);
    return { judgement, report: reportOf(data.standard, judgement, data) };
  }, [data]);
  return (
    <Box sx={{ minHeight: '100vh', bgcolor: 'background.default' }}>
      <Container
        component="main"
        maxWidth="md"
        sx={{ py: 3, display: 'grid', gap: 4, gridTemplateColumns: 'minmax(0, 1fr)' }}
      >
        <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center' }}>
          <Wren size={36} />
          <Typography sx={{ fontWeight: 700 }}>Jasperwren</Typography>
        </Stack>
        {isLoading ? <LoadingNote what="the drive" /> : null}
        {error ? (
          <ErrorNote title="This link shows nothing">
            {errorText(error)} Ask your instructor for a new one.
          </ErrorNote>
        ) : null}
        {data && judged ? (
          <>
            <Box>
              <Typography variant="h1">{data.learner}, your mock test</Typography>
              <Typography sx={{ color: 'text.secondary', mb: 2 }}>
                {longDayText(data.startedAt, data.zone)}, {hourText(data.startedAt, data.zone)},{' '}
                {data.standard.title}
                {data.route ? `, ${data.route}` : ''}, with {data.instructor}
              </Typography>
              <VerdictBanner report={judged.report} />
            </Box>
            <Goals goals={judged.report.goals} />
            <Box component="section" aria-labelledby="work">
              <Typography variant="h2" id="work">
                To work on
              </Typography>
              <WorkOn
                plain
                items={prioritiesOf(data.standard, judged.judgement, []).map(
                  ({ item, label, skill, severities, marks }) => ({
                    key: item,
                    title: label,
                    skill,
                    why: todayWords(data.standard, { severities }),
                    where: `At ${judged.report.marks
                      .filter(({ by, item: of }) => of === item && marks.includes(by))
                      .map(({ seconds }) => clockText(seconds))
                      .join(', ')}`,
                  }),
                )}
              />
            </Box>
            <TimeLine report={judged.report} />
            <SectionTable standard={data.standard} report={judged.report} />
            <LimitTrace report={judged.report} />
            <BothViews ratings={judged.report.ratings} />
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              A mock test shows how a drive would have been marked. The licensing authority and its examiners
              decide.
              {data.expiresAt ? ` This page ends on ${dayText(data.expiresAt, data.zone)}.` : ''}
            </Typography>
          </>
        ) : null}
      </Container>
    </Box>
  );
}

function Goals({ goals }: Pick<Report, 'goals'>) {
  if (goals.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="goals">
      <Typography variant="h2" id="goals">
        Goals for the next lesson
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: '1.15rem' }}>
        {goals.map(({ id, text }) => (
          <li key={id}>{text}</li>
        ))}
      </Box>
    </Box>
  );
}

function BothViews({ ratings }: Pick<Report, 'ratings'>) {
  if (ratings.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="views">
      <Typography variant="h2" id="views">
        How it felt, of 10
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {ratings.map(({ title, learner, instructor }) => (
          <li key={title}>
            {title}: {learner === null ? 'you said nothing' : `you ${learner}`}
            {instructor === null ? '' : `, your instructor ${instructor}`}
          </li>
        ))}
      </Box>
    </Box>
  );
}
