import { Box, Checkbox, FormControlLabel, Typography } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import { errorText, useGoalsQuery, useTickGoalMutation } from '../../data/api';
import { colour, dayText, ErrorNote, localZone } from '../ui';

interface Props {
  readonly learner: string;
  /** A mock whose own goals are left out: they are for later. */
  readonly but?: string;
  readonly title: string;
  /** Said where there is none; nothing is shown when it is left out. */
  readonly none?: string;
}

/** Goals of the debriefs before, to be ticked off; those that were are below, and can be taken back. */
export function GoalsList({ learner, but, title, none }: Props) {
  const { currentData, error, refetch } = useGoalsQuery(learner);
  const [tick, ticking] = useTickGoalMutation();
  const [all, setAll] = useState(false);
  const goals = (currentData?.items ?? []).filter(({ mock }) => mock !== but);
  const shown = goals.filter(({ reached }) => all || reached === null);
  const reached = goals.filter((goal) => goal.reached !== null).length;
  if (none === undefined && goals.length === 0) return null;
  const failure = error ?? ticking.error;
  return (
    <Box component="section" aria-labelledby={`goals-${learner}`}>
      <Typography variant="h2" id={`goals-${learner}`}>
        {title}
      </Typography>
      {failure ? (
        <ErrorNote title="The goals could not be loaded or saved" onRetry={() => void refetch()}>
          {errorText(failure)}
        </ErrorNote>
      ) : null}
      {currentData && shown.length === 0 ? (
        <Typography sx={{ color: 'text.secondary' }}>
          {goals.length === 0 ? none : 'All goals are reached.'}
        </Typography>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map((goal) => (
          <Box
            component="li"
            key={`${goal.mock} ${goal.id}`}
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              columnGap: 2,
              minHeight: 56,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <FormControlLabel
              sx={{ flex: '1 1 240px', mr: 0 }}
              control={
                <Checkbox
                  checked={goal.reached !== null}
                  disabled={ticking.isLoading}
                  onChange={(event) => void tick({ learner, goal, reached: event.target.checked })}
                />
              }
              label={goal.text}
            />
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {goal.reached
                ? `Reached ${dayText(goal.reached.at, localZone())}, ${goal.reached.by}`
                : 'Since the debrief of '}
              {goal.reached ? null : (
                <Link to={`/mocks/${goal.mock}/debrief`}>{dayText(goal.setAt, localZone())}</Link>
              )}
            </Typography>
          </Box>
        ))}
      </Box>
      {reached > 0 ? (
        <FormControlLabel
          control={<Checkbox checked={all} onChange={(event) => setAll(event.target.checked)} />}
          label={`Show ${reached} reached`}
        />
      ) : null}
    </Box>
  );
}
