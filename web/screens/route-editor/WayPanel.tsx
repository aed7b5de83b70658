import { Box, Button, Stack, Typography } from '@mui/material';
import type { Position } from '../../../core/geo';
import type { Onward } from '../../../core/route';
import { onwardWords } from './onwardWords';
import { colour } from '../../parts/ui';

interface Props {
  readonly via: readonly Position[];
  readonly chosen: number | null;
  readonly onChoose: (n: number | null) => void;
  readonly onRemove: () => void;
  readonly onMoveBy: (by: -1 | 1) => void;
  readonly onReverse: () => void;
  /** Leads the route back to its start. */
  readonly onClose: () => void;
  readonly onClear: () => void;
  /** The ways to go on from the end, junction by junction. */
  readonly onward: readonly Onward[];
  readonly onGo: (position: Position) => void;
}

/** The points that a route is led through, for hands that do not drag. */
export function WayPanel(props: Props) {
  const { via, chosen, onChoose, onRemove, onMoveBy, onReverse, onClose, onClear, onward, onGo } = props;
  const [first, last] = [via[0], via.at(-1)];
  const loop = first && last && via.length > 1 && first.lat === last.lat && first.lon === last.lon;
  return (
    <Box component="section" aria-label="Points of the way" sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Click a road to lead the route there, or the route itself to put a point into it; drag a point to
        change the way. With keys: move the map with the arrows, Enter puts a point in its middle.
      </Typography>
      {onward.length > 0 ? (
        <Box role="group" aria-label={via.length === 1 ? 'Set out' : 'At the next junction'}>
          <Typography variant="h3" component="p" sx={{ mb: 0.75 }}>
            {via.length === 1 ? 'Set out' : 'At the next junction'}
          </Typography>
          <Box sx={{ display: 'grid', gap: 0.75 }}>
            {onward.map((one) => (
              <Button
                key={`${one.position.lat} ${one.position.lon}`}
                variant="outlined"
                onClick={() => onGo(one.position)}
                sx={{ justifyContent: 'flex-start', minHeight: 48, textAlign: 'left' }}
              >
                {onwardWords(one)}
              </Button>
            ))}
          </Box>
        </Box>
      ) : null}
      <Box
        component="ol"
        aria-label="Points"
        sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 260, overflowY: 'auto' }}
      >
        {via.map((_place, n) => (
          <Box component="li" key={n}>
            <Button
              fullWidth
              color="inherit"
              aria-pressed={chosen === n}
              onClick={() => onChoose(chosen === n ? null : n)}
              sx={{
                justifyContent: 'flex-start',
                fontWeight: chosen === n ? 700 : 400,
                bgcolor: chosen === n ? colour('wash') : 'transparent',
                minHeight: 44,
              }}
            >
              {n === 0 ? 'Start' : n === via.length - 1 ? 'End' : `Point ${n}`}
            </Button>
          </Box>
        ))}
      </Box>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button variant="outlined" disabled={chosen === null} onClick={onRemove}>
          Remove the point
        </Button>
        <Button variant="outlined" disabled={chosen === null || chosen === 0} onClick={() => onMoveBy(-1)}>
          Earlier
        </Button>
        <Button
          variant="outlined"
          disabled={chosen === null || chosen === via.length - 1}
          onClick={() => onMoveBy(1)}
        >
          Later
        </Button>
      </Stack>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button variant="outlined" disabled={via.length < 2 || loop} onClick={onClose}>
          Back to the start
        </Button>
        <Button variant="outlined" disabled={via.length < 2} onClick={onReverse}>
          Reverse the route
        </Button>
        <Button color="inherit" disabled={via.length === 0} onClick={onClear} sx={{ fontWeight: 400 }}>
          Clear
        </Button>
      </Stack>
    </Box>
  );
}
