import PrintIcon from '@mui/icons-material/Print';
import { Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import { useMemo } from 'react';
import { Link } from 'react-router';
import {
  looksOf,
  momentWords,
  type Layout,
  type Look,
  type Moment,
  type Plan,
  type YardVehicle,
} from '../../../core/yard';
import { useMarks } from '../../data/yard';
import { Steps } from './Steps';

interface Props {
  /** With its eye and mirrors as this driver has them. */
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly plan: Plan;
  readonly t: number;
  /** The address of the card of these marks, behind its `?`. */
  readonly card: string;
  readonly withMarks: boolean;
  readonly onWithMarks: (on: boolean) => void;
  readonly onMoment: (moment: Moment) => void;
  readonly onLook: (look: Look) => void;
}

/** What tells the learner when to turn: sighting marks, or, for schools that teach without them, where to look and when. */
export function Lesson({ card, withMarks, onWithMarks, ...props }: Props) {
  return (
    <Box
      component="section"
      aria-label={withMarks ? 'Sighting marks' : 'Where to look'}
      sx={{ display: 'grid', gap: 1 }}
    >
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', gap: 2 }}>
        <Typography variant="h2">{withMarks ? 'Sighting marks' : 'Where to look'}</Typography>
        {withMarks ? (
          <Button
            size="small"
            startIcon={<PrintIcon />}
            component={Link}
            to={{ pathname: '/yard/card', search: card }}
          >
            Card to print
          </Button>
        ) : null}
      </Box>
      <FormControlLabel
        control={<Switch checked={!withMarks} onChange={({ target }) => onWithMarks(!target.checked)} />}
        label="Teach without marks"
      />
      {withMarks ? <Marks {...props} /> : <Looks {...props} />}
    </Box>
  );
}

type Rows = Omit<Props, 'card' | 'withMarks' | 'onWithMarks'>;

/** What lines up for this driver at each steering change and stop. */
function Marks({ vehicle, layout, plan, t, onMoment }: Rows) {
  const moments = useMarks({ vehicle, layout, plan });
  if (moments === null)
    return (
      <Typography role="status" color="text.secondary">
        Working out the marks
      </Typography>
    );
  if (moments.length === 0)
    return <Typography color="error">The marks can’t be worked out. Move a slider to try again.</Typography>;
  const next = moments.find((one) => one.t >= t - 0.05);
  return (
    <>
      <Steps
        items={moments.map((moment) => ({
          key: moment.t,
          words: momentWords(moment),
          now: moment === next,
          show: () => onMoment(moment),
        }))}
      />
      <Typography variant="body2" color="text.secondary">
        Within: how far off you may be if the eye is 3 cm higher, 5 cm further back or 3 cm to the side. A
        mark is right for this seat only. Look round at each one.
      </Typography>
    </>
  );
}

/** Where to look and when. */
function Looks({ vehicle, layout, plan, t, onLook }: Rows) {
  const looks = useMemo(() => looksOf(vehicle, layout, plan), [vehicle, layout, plan]);
  const now = looks.findLast((one) => one.t <= t + 0.05);
  return (
    <>
      <Steps
        items={looks.map((look, n) => ({
          key: n,
          words: look.say,
          now: look.t === now?.t,
          show: () => onLook(look),
        }))}
      />
      <Typography variant="body2" color="text.secondary">
        Both mirrors all the time, not just one. Go slowly enough to correct, and stop for anybody close.
      </Typography>
    </>
  );
}
