import { Box, ButtonBase } from '@mui/material';
import type { ReactNode } from 'react';
import { colour, tokens } from '../ui';

interface Props {
  /** When or how far, above the direction itself. */
  readonly lead: ReactNode;
  /** It is time: the card stands out. */
  readonly due: boolean;
  /** In place of its words, where it can be pressed. */
  readonly label?: string;
  readonly onPress?: () => void;
  readonly children: ReactNode;
}

/** The next direction, and when it is due. */
export function DirectionCard({ lead, due, label, onPress, children }: Props) {
  const look = {
    display: 'block',
    width: '100%',
    minHeight: tokens.deckTouch,
    textAlign: 'left',
    px: 1.5,
    py: 1,
    border: `1px solid ${colour('strongLine')}`,
    borderRadius: `${tokens.radius}px`,
    bgcolor: colour(due ? 'ink' : 'card'),
    color: colour(due ? 'paper' : 'ink'),
    fontFamily: 'inherit',
    fontSize: 18,
    fontWeight: 700,
    lineHeight: 1.3,
  } as const;
  const words = (
    <>
      <Box component="span" sx={{ display: 'block', fontSize: 16, fontWeight: 400 }}>
        {lead}
      </Box>
      {children}
    </>
  );
  return onPress ? (
    <ButtonBase onClick={onPress} aria-label={label} sx={look}>
      {words}
    </ButtonBase>
  ) : (
    <Box sx={look}>{words}</Box>
  );
}
