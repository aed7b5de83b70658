import { Box, MenuItem, Tab, Tabs, TextField, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { FASTEST, questionIds, questions, type Question } from '../../../core/roadcraft';
import { useDrivingSide, useUnits } from '../../parts/features';
import { Timers } from '../../parts/timers';
import { AmberView } from './AmberView';
import { CueView } from './CueView';
import { GapView } from './GapView';
import type { FigureProps } from './props';
import { RoomView } from './RoomView';
import { StoppingView } from './StoppingView';
import { useFigure } from './useFigure';
import { perSpeed } from './words';

const views: Readonly<Partial<Record<Question, (props: FigureProps) => ReactNode>>> = {
  stopping: StoppingView,
  amber: AmberView,
  gap: GapView,
  cue: CueView,
  room: RoomView,
};

/** Figures to explain something at the roadside: a page for each question that a learner asks. */
export function FiguresPage() {
  const { figure = '' } = useParams();
  const units = useUnits();
  const drivingSide = useDrivingSide();
  const asked = useFigure();
  const navigate = useNavigate();
  const page = questionIds.find((id) => id === figure) ?? questionIds[0];
  const View = views[page];
  const usual = (units === 'imperial' ? 30 : 50) * perSpeed(units);
  // What is asked of one question is kept for the next, such as the speed.
  const to = (id: string) => ({ pathname: `/figures/${id}`, search: asked.search });
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)', maxWidth: 1080 }}>
      <Typography variant="h1">Figures</Typography>
      <TextField
        select
        label="Question"
        value={page}
        onChange={(event) => void navigate(to(event.target.value))}
        sx={{ display: { xs: 'block', md: 'none' }, '& .MuiInputBase-root': { width: '100%' } }}
      >
        {questionIds.map((id) => (
          <MenuItem key={id} value={id}>
            {questions[id]}
          </MenuItem>
        ))}
      </TextField>
      <Tabs
        value={page}
        aria-label="Questions"
        sx={{
          display: { xs: 'none', md: 'flex' },
          '& .MuiTabs-indicator': { display: 'none' },
          '& [role=tab]': { px: 1.25, fontSize: '1rem' },
        }}
      >
        {questionIds.map((id) => (
          <Tab
            key={id}
            value={id}
            label={questions[id]}
            component={Link}
            to={to(id)}
            sx={{
              textTransform: 'none',
              minHeight: 56,
              '&.Mui-selected': {
                textDecoration: 'underline',
                textUnderlineOffset: 6,
                textDecorationThickness: 3,
              },
            }}
          />
        ))}
      </Tabs>
      {View ? (
        <View
          asked={asked}
          units={units}
          drivingSide={drivingSide}
          speed={asked.number('speed', usual, 1, FASTEST)}
        />
      ) : (
        <Timers />
      )}
    </Box>
  );
}
