import { Box, Button, FormControlLabel, Slider, Switch, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import {
  markWithin,
  markWords,
  seated,
  turnWords,
  type Layout,
  type Moment,
  type Plan,
  type YardVehicle,
} from '../../../core/yard';
import { useMarks } from '../../data/yard';

interface Props {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly plan: Plan;
  readonly onShow: (moment: Moment) => void;
}

/** What lines up for this driver at each steering change and stop, for schools that teach with marks. */
export function Marks(props: Props) {
  const [on, setOn] = useState(false);
  return (
    <Box component="section" aria-label="Sighting marks" sx={{ display: 'grid', gap: 1 }}>
      <FormControlLabel
        control={<Switch checked={on} onChange={({ target }) => setOn(target.checked)} />}
        label="Sighting marks for this driver"
      />
      {on ? <Worked {...props} /> : null}
    </Box>
  );
}

/** Metres by which a driver's eye may be elsewhere than in the vehicle's file. */
const UP = 0.2;
const BACK = 0.25;

function Worked({ vehicle, layout, plan, onShow }: Props) {
  const [x, y, z] = vehicle.eye;
  const [height, setHeight] = useState(z);
  const [ahead, setAhead] = useState(x);
  const own = useMemo(() => seated(vehicle, [ahead, y, height]), [vehicle, ahead, y, height]);
  const moments = useMarks({ vehicle: own, layout, plan });
  return (
    <>
      <Eye
        title="Eye above the ground"
        help="Sit as you drive. Somebody outside measures from the ground up to your eye."
        value={height}
        usual={z}
        by={UP}
        onSet={setHeight}
      />
      <Eye
        title="Eye in front of the rear axle"
        help="Along the sill, from below your eye back to the middle of the rear wheel."
        value={ahead}
        usual={x}
        by={BACK}
        onSet={setAhead}
      />
      {moments === null ? (
        <Typography role="status" color="text.secondary">
          Working out the marks
        </Typography>
      ) : moments.length === 0 ? (
        <Typography color="error">The marks can’t be worked out. Move a slider to try again.</Typography>
      ) : (
        <Box component="ol" sx={{ m: 0, pl: 0, listStyle: 'none', display: 'grid' }}>
          {moments.map((moment) => (
            <li key={moment.t}>
              <Button
                fullWidth
                color="inherit"
                onClick={() => onShow(moment)}
                sx={{ justifyContent: 'flex-start', textAlign: 'left', fontWeight: 400, py: 1 }}
              >
                {momentText(moment)}
              </Button>
            </li>
          ))}
        </Box>
      )}
      <Typography variant="body2" color="text.secondary">
        Within: so far off one may be when the eye is 3 cm higher, 5 cm further back or 3 cm to the side. A
        mark is right for this seat only. Look round at each one.
      </Typography>
    </>
  );
}

const momentText = ({ turn, mark }: Moment): string =>
  mark
    ? `${turnWords(turn)} ${markWords(mark)}. Within ${markWithin(mark)} cm.`
    : `${turnWords(turn)}: no good mark here.`;

function Eye({
  title,
  help,
  value,
  usual,
  by,
  onSet,
}: {
  readonly title: string;
  readonly help: string;
  readonly value: number;
  readonly usual: number;
  readonly by: number;
  readonly onSet: (value: number) => void;
}) {
  return (
    <Box sx={{ px: 1 }}>
      <Typography variant="body2">
        {title}: {value.toFixed(2)} m
      </Typography>
      <Slider
        size="small"
        aria-label={title}
        min={usual - by}
        max={usual + by}
        step={0.01}
        value={value}
        onChange={(_, next) => onSet(next as number)}
      />
      <Typography variant="body2" color="text.secondary">
        {help}
      </Typography>
    </Box>
  );
}
