import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import type { ReactNode } from 'react';
import { useWhereabouts, type PositionSource, type Whereabouts } from '../../data/position';
import { colour, tokens, useLight, type LightChoice } from '../../parts/ui';
import type { Hand } from './useHand';

interface Props {
  readonly hand: Hand;
  readonly onHand: (hand: Hand) => void;
  readonly places: { readonly on: boolean; readonly choose: (on: boolean) => void };
  readonly position: PositionSource;
  readonly onKeys: () => void;
  readonly onTimers: () => void;
  readonly onClose: () => void;
}

const lightWords: readonly (readonly [LightChoice, string])[] = [
  ['sun', 'Bright sun'],
  ['day', 'Day'],
  ['dusk', 'Dusk'],
  ['night', 'Night'],
  ['time', 'By time'],
  ['device', 'As the device'],
];

const placeWords: Readonly<Record<Whereabouts['state'], string>> = {
  off: 'Marks are saved without a position.',
  waiting: 'Looking for the position of the car …',
  here: 'Each mark is saved with its position.',
  'no place': 'No position found. Marks are saved without one until there is.',
  'not secure':
    'This address isn’t secure, so the browser won’t give a position and the screen can go dark. Marks are saved without a position.',
  refused:
    'This browser isn’t allowed to give a position. You can change that in its settings for this page.',
};

/** The light, the side of the route, whether positions are saved, and the cautions. */
export function DeckSettings({ hand, onHand, places, position, onKeys, onTimers, onClose }: Props) {
  const { choice, choose } = useLight();
  const { state, fix } = useWhereabouts(position);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="deck-settings">
      <DialogTitle id="deck-settings">Settings</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2.5 }}>
        <Choice label="Light">
          <ToggleButtonGroup
            exclusive
            value={choice}
            aria-label="Light"
            onChange={(_event, value: LightChoice | null) => value && choose(value)}
            sx={{ flexWrap: 'wrap' }}
          >
            {lightWords.map(([value, words]) => (
              <ToggleButton key={value} value={value} sx={large}>
                {words}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        </Choice>
        <Choice label="Side">
          <ToggleButtonGroup
            exclusive
            value={hand}
            aria-label="Side"
            onChange={(_event, value: Hand | null) => value && onHand(value)}
          >
            <ToggleButton value="left" sx={large}>
              Route on the left
            </ToggleButton>
            <ToggleButton value="right" sx={large}>
              Route on the right
            </ToggleButton>
          </ToggleButtonGroup>
        </Choice>
        <Choice label="Position of marks">
          <ToggleButtonGroup
            exclusive
            value={places.on}
            aria-label="Position of marks"
            onChange={(_event, value: boolean | null) => value !== null && places.choose(value)}
          >
            <ToggleButton value={true} sx={large}>
              From this device’s location
            </ToggleButton>
            <ToggleButton value={false} sx={large}>
              Don’t save it
            </ToggleButton>
          </ToggleButtonGroup>
          <Typography role="status" sx={{ mt: 0.75 }}>
            {placeWords[state]}
            {state === 'here' && fix ? ` Within ${Math.round(fix.accuracy)} m now.` : ''}
          </Typography>
        </Choice>
        <Typography>
          Only the person in the passenger seat, or somebody outside the car, marks; never the driver.
          Watching the road comes before marking: a flag is enough. Your authority&rsquo;s current text and
          licensed practice decide, not this program.
        </Typography>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onKeys} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Keys
        </Button>
        <Button color="inherit" onClick={onTimers} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Timers
        </Button>
        <Button variant="contained" onClick={onClose} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Back to marking
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const large = {
  minHeight: tokens.deckTouch,
  fontSize: 17,
  textTransform: 'none',
  px: 2,
  color: 'text.primary',
  borderColor: colour('strongLine'),
  '&.Mui-selected, &.Mui-selected:hover': { bgcolor: colour('ink'), color: colour('paper') },
} as const;

function Choice({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <div>
      <Typography variant="h3" component="p" sx={{ mb: 1 }}>
        {label}
      </Typography>
      {children}
    </div>
  );
}
