import { Box, Container, Stack, Typography } from '@mui/material';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { prioritiesOf, ratedAreas, todayWords } from '../../core/coaching';
import {
  clockText,
  elapsedSeconds,
  judge,
  ratingsBy,
  secondsSince,
  type Judgement,
} from '../../core/marking';
import { errorText } from '../api';
import { WorkOn } from '../readiness';
import { SectionTable, TimeLine } from '../report';
import { useSharedQuery } from '../term';
import { dayText, ErrorNote, hourText, LoadingNote, longDayText, Wren } from '../ui';
import { LimitTrace, VerdictBanner } from '../verdict';

/** One drive as its learner sees it: nothing to change, nothing of anybody else. */
export function SharedPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useSharedQuery(token);
  const judgement = useMemo(() => (data ? judge(data.standard, data.events, data) : null), [data]);
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
        {data && judgement ? (
          <>
            <Box>
              <Typography variant="h1">{data.learner}, your mock test</Typography>
              <Typography sx={{ color: 'text.secondary', mb: 2 }}>
                {longDayText(data.startedAt, data.zone)}, {hourText(data.startedAt, data.zone)},{' '}
                {data.standard.title}
                {data.route ? `, ${data.route}` : ''}, with {data.instructor}
              </Typography>
              <VerdictBanner standard={data.standard} judgement={judgement} />
            </Box>
            <Goals judgement={judgement} />
            <Box component="section" aria-labelledby="work">
              <Typography variant="h2" id="work">
                To work on
              </Typography>
              <WorkOn
                plain
                items={prioritiesOf(data.standard, judgement, []).map(
                  ({ item, label, skill, severities, marks }) => ({
                    key: item,
                    title: label,
                    skill,
                    why: todayWords(data.standard, { severities }),
                    where: `At ${judgement.marks
                      .filter(({ by, item: of }) => of === item && marks.includes(by))
                      .map(({ at }) => clockText(secondsSince(data.startedAt, at)))
                      .join(', ')}`,
                  }),
                )}
              />
            </Box>
            <TimeLine
              standard={data.standard}
              judgement={judgement}
              startedAt={data.startedAt}
              seconds={elapsedSeconds(
                judgement.drive,
                data.startedAt,
                data.events.at(-1)?.at ?? data.startedAt,
              )}
            />
            <SectionTable standard={data.standard} judgement={judgement} setting={data} />
            <LimitTrace standard={data.standard} judgement={judgement} startedAt={data.startedAt} />
            <BothViews standard={data.standard} judgement={judgement} />
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

function Goals({ judgement }: { readonly judgement: Judgement }) {
  const { goals } = judgement.drive;
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

function BothViews({
  standard,
  judgement,
}: {
  standard: Parameters<typeof ratedAreas>[0];
  judgement: Judgement;
}) {
  const [yours, theirs] = (['learner', 'instructor'] as const).map((who) => ratingsBy(judgement.drive, who));
  const rows = ratedAreas(standard).flatMap(({ id, title }) => {
    const [own, other] = [yours?.get(id), theirs?.get(id)];
    return own === undefined && other === undefined ? [] : [{ title, own, other }];
  });
  if (rows.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="views">
      <Typography variant="h2" id="views">
        How it felt, of 10
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {rows.map(({ title, own, other }) => (
          <li key={title}>
            {title}: {own === undefined ? 'you said nothing' : `you ${own}`}
            {other === undefined ? '' : `, your instructor ${other}`}
          </li>
        ))}
      </Box>
    </Box>
  );
}
