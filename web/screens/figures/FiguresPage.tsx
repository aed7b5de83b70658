import { Box, Tab, Tabs, Typography } from '@mui/material';
import { Link, useParams, useSearchParams } from 'react-router';
import { FASTEST } from '../../../core/roadcraft';
import { useRoutesQuery } from '../../data/api';
import { useUnits } from '../../parts/features';
import { Timers } from '../../parts/timers';
import { AmberView } from './AmberView';
import { CueView } from './CueView';
import { GapView } from './GapView';
import type { FigureProps } from './props';
import { RoomView } from './RoomView';
import { StoppingView } from './StoppingView';
import { useFigure } from './useFigure';
import { perSpeed } from './words';

const pages = [
  ['', 'Could I have stopped?'],
  ['amber', 'Was that amber mine?'],
  ['gap', 'Was that gap big enough?'],
  ['cue', 'How early should I say it?'],
  ['room', 'Was there room?'],
  ['timers', 'Timers'],
] as const;

const views: Readonly<Record<string, (props: FigureProps) => React.ReactNode>> = {
  '': StoppingView,
  amber: AmberView,
  gap: GapView,
  cue: CueView,
  room: RoomView,
};

/** Figures to explain something at the roadside: a page for each question that a learner asks. */
export function FiguresPage() {
  const { figure = '' } = useParams();
  const [params] = useSearchParams();
  const units = useUnits();
  const { data: routes } = useRoutesQuery();
  const asked = useFigure();
  const page = pages.find(([id]) => id === figure)?.[0] ?? '';
  const View = views[page];
  const usual = (units === 'imperial' ? 30 : 50) * perSpeed(units);
  // What is asked of one question is kept for the next, such as the speed.
  const to = (id: string) => ({ pathname: id ? `/figures/${id}` : '/figures', search: params.toString() });
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)', maxWidth: 980 }}>
      <Typography variant="h1">Figures</Typography>
      <Tabs
        value={page}
        aria-label="Questions"
        sx={{ '& [role=tablist]': { flexWrap: 'wrap' }, '& .MuiTabs-indicator': { display: 'none' } }}
      >
        {pages.map(([id, title]) => (
          <Tab
            key={id}
            value={id}
            label={title}
            component={Link}
            to={to(id)}
            sx={{
              textTransform: 'none',
              fontSize: '1.05rem',
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
          drivingSide={routes?.items[0]?.drivingSide ?? 'left'}
          speed={asked.number('speed', usual, 1, FASTEST)}
        />
      ) : (
        <Timers />
      )}
    </Box>
  );
}
