import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { ListedLearner, ReadinessRow } from '../../../contract';
import { percent, wordColour, wordTitles } from '../readiness';
import { colour, dayText, daysText, daysUntil, localZone } from '../ui';

/** A test within so many days is near. */
const NEAR_DAYS = 14;

interface Props {
  readonly learner: Pick<ListedLearner, 'id' | 'name' | 'testDate' | 'lastMock'>;
  /** How ready they are, once it is worked out. */
  readonly ready: ReadinessRow | undefined;
  /** In columns, with the last mock. */
  readonly wide?: boolean;
}

/** One learner in a list: their page, how ready they are, and a mock at one touch. */
export function LearnerRow({ learner, ready, wide = false }: Props) {
  const { id, name, testDate, lastMock } = learner;
  const days = testDate === null ? null : daysUntil(testDate, new Date());
  const near = days !== null && days >= 0 && days <= NEAR_DAYS;
  const test = (
    <Box component="span" sx={{ color: near ? colour('ochre') : 'text.secondary' }}>
      {days === null ? 'no test booked' : `licence test ${daysText(days)}`}
    </Box>
  );
  return (
    <Box
      component="li"
      sx={{ display: 'flex', alignItems: 'center', borderBottom: `1px solid ${colour('line')}` }}
    >
      <Box
        component={Link}
        to={`/learners/${id}`}
        sx={{
          flex: 1,
          minWidth: 0,
          py: 1,
          minHeight: 64,
          color: 'text.primary',
          textDecoration: 'none',
          '&:hover': { bgcolor: colour('wash') },
          ...(wide
            ? {
                display: { sm: 'grid' },
                gridTemplateColumns: 'minmax(160px, 1.2fr) 1fr 1.3fr 1fr',
                columnGap: 2,
                alignItems: 'center',
              }
            : {}),
        }}
      >
        <Typography sx={{ fontWeight: 700 }}>{name}</Typography>
        {wide ? (
          <>
            <Typography variant="body2">{test}</Typography>
            <Typography variant="body2">{ready ? <Ready row={ready} /> : null}</Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {lastMock === null ? 'no mock yet' : `last mock ${dayText(lastMock, localZone())}`}
            </Typography>
          </>
        ) : (
          <Typography variant="body2">
            {test}
            {/* Its line is there before the forecast is: nothing moves under a finger. */}
            <Box component="span" sx={{ display: { xs: 'block', md: 'inline' }, minHeight: '1.5em' }}>
              {ready ? (
                <>
                  <Box component="span" sx={{ display: { xs: 'none', md: 'inline' } }}>
                    {', '}
                  </Box>
                  <Ready row={ready} />
                </>
              ) : null}
            </Box>
          </Typography>
        )}
      </Box>
      <Button
        component={Link}
        to={`/setup?learner=${id}`}
        color="inherit"
        aria-label={`Start a mock with ${name}`}
        sx={{ minHeight: 56 }}
      >
        Mock
      </Button>
    </Box>
  );
}

function Ready({ row: { word, overrule, pass } }: { readonly row: ReadinessRow }) {
  const shown = overrule?.word ?? word;
  return (
    <>
      <Box component="strong" sx={{ color: colour(wordColour[shown]) }}>
        {wordTitles[shown].toLowerCase()}
      </Box>
      {overrule ? ' (your override)' : ''}
      {pass === null || word === 'too little evidence' ? '' : `, ${percent(pass)} chance`}
    </>
  );
}
