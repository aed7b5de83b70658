import { styled } from '@mui/material/styles';
import { colour, tokens } from '../../parts/ui';

export const Frame = styled('div')({
  position: 'relative',
  height: '100dvh',
  display: 'grid',
  gridTemplateRows: 'auto 1fr auto',
  gridTemplateColumns: '100%',
  background: colour('paper'),
  color: colour('ink'),
  overflow: 'hidden',
});

export const Top = styled('header')(({ theme }) => ({
  display: 'flex',
  alignItems: 'center',
  gap: 14,
  minHeight: 72,
  paddingInline: 12,
  borderBottom: `1px solid ${colour('line')}`,
  [theme.breakpoints.down('md')]: { gap: 8, paddingInline: 4 },
}));

export const Middle = styled('div')({
  display: 'grid',
  gridTemplateColumns: '270px 1fr 316px',
  minHeight: 0,
  // What the hand touches most lies on its side.
  '&[data-hand="right"]': {
    gridTemplateColumns: '316px 1fr 270px',
    // By name: a rule that counts siblings has the browser look at every row of the tape again for each mark.
    '& > [data-part="road"]': { order: 3 },
    '& > [data-part="pads"]': { order: 2 },
    '& > [data-part="limits"]': { order: 1 },
  },
});

/** The place of a column. A browser lays out alone only what is no item of a grid itself. */
export const Place = styled('div')({ minHeight: 0, minWidth: 0 });

export const Column = styled('div')({
  height: '100%',
  overflowY: 'auto',
  padding: '6px 12px',
  // What changes in one part is laid out and painted there only.
  contain: 'strict',
  isolation: 'isolate',
  // Room for what may have nothing to say is none.
  '& > :empty': { display: 'none' },
});

/** What stands in it one below the other; the last may grow. */
export const Stack = styled(Column)({
  display: 'flex',
  flexDirection: 'column',
  gap: 8,
  '& > *': { flexShrink: 0 },
});

export const Bottom = styled('footer')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: '110px 1fr 260px',
  gridAutoFlow: 'column',
  gridAutoColumns: '128px',
  gap: 10,
  padding: '10px 12px',
  borderTop: `1px solid ${colour('line')}`,
  [theme.breakpoints.down('md')]: {
    gridTemplateColumns: '76px 1fr 76px',
    gridAutoFlow: 'row',
    gap: 8,
    padding: '8px',
  },
}));

export const Press = styled('button')({
  font: 'inherit',
  fontSize: 18,
  lineHeight: 1.2,
  color: colour('ink'),
  background: colour('card'),
  border: `1px solid ${colour('strongLine')}`,
  borderRadius: tokens.radius,
  minHeight: tokens.deckTouch,
  cursor: 'pointer',
  touchAction: 'manipulation',
  '&:active': { background: colour('wash') },
});

export const Flag = styled(Press)({
  background: colour('flag'),
  borderColor: colour('flag'),
  color: colour('onFlag'),
  fontSize: 32,
  fontWeight: 700,
  minHeight: 84,
  '& small': { display: 'block', fontSize: 17, fontWeight: 400 },
  '&:active': { background: colour('wren') },
});

/** Something to be told above the pads, with what to do about it; its colour says how pressing it is. */
export const Banner = styled('div')({
  display: 'flex',
  alignItems: 'center',
  gap: 12,
  padding: 8,
  marginBlock: 6,
  fontSize: 18,
  border: '2px solid',
  borderRadius: tokens.radius,
});

/** The place of what is told to a screen reader only. */
export const Unseen = styled('div')({
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  // What is written here has nothing round it laid out again.
  '& > *': { height: 1, contain: 'strict' },
});
