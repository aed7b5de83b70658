import { Box } from '@mui/material';
import { styled } from '@mui/material/styles';
import type { Question } from '../../../core/questions';
import { colour, tokens } from '../ui';

const Row = styled('button')({
  font: 'inherit',
  fontSize: 18,
  lineHeight: 1.25,
  textAlign: 'left',
  color: colour('ink'),
  background: 'none',
  border: 0,
  borderBottom: `1px solid ${colour('line')}`,
  minHeight: tokens.deckTouch,
  padding: '4px 4px',
  width: '100%',
  display: 'grid',
  gridTemplateColumns: '36px 1fr auto',
  alignItems: 'center',
  columnGap: 12,
  cursor: 'pointer',
  '&:active': { background: colour('wash') },
  '& small': { fontSize: 16, color: colour('soft') },
  '& i': {
    fontStyle: 'normal',
    width: 34,
    height: 34,
    borderRadius: tokens.radius,
    border: `2px solid ${colour('strongLine')}`,
    display: 'grid',
    placeItems: 'center',
  },
  '&[aria-checked="true"] i': {
    background: colour('moss'),
    borderColor: colour('moss'),
    color: colour('paper'),
  },
});

interface Props {
  readonly question: Question;
  readonly given: readonly string[];
  readonly onGiven: (ids: readonly string[]) => void;
}

interface ReadProps {
  readonly question: Question;
}

/** The points of an answer, to be ticked as they are said. */
export function KeyPoints({ question: { points, ordered }, given, onGiven }: Props) {
  const ticked = new Set(given);
  return (
    <Box role="group" aria-label={ordered ? 'Key points, in this order' : 'Key points'}>
      {points.map(({ id, text, essential }, n) => (
        <Row
          key={id}
          type="button"
          role="checkbox"
          aria-checked={ticked.has(id)}
          onClick={() => onGiven(ticked.has(id) ? given.filter((other) => other !== id) : [...given, id])}
        >
          <i aria-hidden>{ticked.has(id) ? '✓' : ''}</i>
          <span>{ordered ? `${n + 1}. ${text}` : text}</span>
          {essential ? null : <small>extra</small>}
        </Row>
      ))}
    </Box>
  );
}

/** The points of an answer, to be read. */
export function PointList({ question: { points, ordered } }: ReadProps) {
  return (
    <Box component={ordered ? 'ol' : 'ul'} aria-label="Key points" sx={{ pl: 3, my: 1 }}>
      {points.map(({ id, text, essential }) => (
        <li key={id}>
          {text}
          {essential ? '' : ' (extra)'}
        </li>
      ))}
    </Box>
  );
}

/** Whether every essential point is among those given. */
export const allEssential = ({ points }: Question, given: readonly string[]): boolean =>
  points.every(({ id, essential }) => !essential || given.includes(id));
