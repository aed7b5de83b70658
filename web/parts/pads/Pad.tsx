import { styled } from '@mui/material/styles';
import { memo } from 'react';
import type { Item, Severity } from '../../../core/standard';
import { colour, Glyph, severityWord, tokens } from '../ui';
import type { PadSeverities } from './padSeverities';

const Frame = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: '1fr',
  gridAutoFlow: 'column',
  gridAutoColumns: 84,
  minHeight: 104,
  [theme.breakpoints.down('md')]: { minHeight: 84 },
  background: colour('card'),
  border: `1px solid ${colour('strongLine')}`,
  borderRadius: tokens.radius,
  overflow: 'hidden',
  '&[data-chosen="true"]': { outline: `3px solid ${colour('slate')}`, outlineOffset: 1 },
}));

const Zone = styled('button')({
  font: 'inherit',
  color: 'inherit',
  background: 'none',
  border: 0,
  minHeight: tokens.deckTouch,
  cursor: 'pointer',
  touchAction: 'manipulation',
  '&:active': { background: colour('wash') },
  '&:focus-visible': { outline: `3px solid ${colour('slate')}`, outlineOffset: -3 },
});

const Main = styled(Zone)(({ theme }) => ({
  textAlign: 'left',
  padding: '8px 12px',
  display: 'flex',
  flexDirection: 'column',
  justifyContent: 'space-between',
  gap: 2,
  minWidth: 0,
  '& b': { fontSize: 20, lineHeight: 1.15, overflowWrap: 'anywhere' },
  [theme.breakpoints.down('md')]: { padding: '6px 10px', '& b': { fontSize: 18 } },
  '& span': {
    fontSize: 16,
    lineHeight: 1.2,
    color: colour('soft'),
    display: 'flex',
    alignItems: 'center',
    gap: 7,
  },
}));

const Side = styled(Zone)({
  borderLeft: `1px solid ${colour('line')}`,
  display: 'flex',
  flexDirection: 'column',
  alignItems: 'center',
  justifyContent: 'center',
  gap: 6,
  padding: 0,
  fontSize: 16,
  lineHeight: 1.1,
});

interface Props {
  readonly item: Item;
  readonly severities: PadSeverities;
  /** Marks on this item so far, by severity. */
  readonly counts: Readonly<Record<string, number>>;
  readonly chosen?: boolean;
  readonly onMark: (item: Item, severity: Severity) => void;
}

/** Labels of more letters than this are set smaller, so that the pad stays as high as the others. */
const LONG = 30;

/** One item: a touch anywhere on it gives the smallest counting severity; the graver ones are apart, and named. */
function PadOf({ item, severities: { main, others }, counts, chosen = false, onMark }: Props) {
  const so = counts[main.id] ?? 0;
  return (
    <Frame data-chosen={chosen} data-pad={item.id}>
      <Main type="button" onClick={() => onMark(item, main)} aria-label={`${item.label}: ${main.label}`}>
        <b style={item.label.length > LONG ? { fontSize: 17 } : undefined}>{item.label}</b>
        <span>
          <Glyph gravity={main.gravity} size={18} />
          {severityWord(main).toLowerCase()}
          {so > 0 ? `, ${so} so far` : ''}
        </span>
      </Main>
      {others.map((severity) => (
        <Side
          key={severity.id}
          type="button"
          onClick={() => onMark(item, severity)}
          aria-label={`${item.label}: ${severity.label}`}
        >
          <Glyph gravity={severity.gravity} size={24} />
          <SmallWord word={severityWord(severity).toLowerCase()} />
          {(counts[severity.id] ?? 0) > 0 ? <b>{counts[severity.id]} so far</b> : null}
        </Side>
      ))}
    </Frame>
  );
}

/** Drawn again only when its counts are other, or something else of its own is. */
export const Pad = memo(
  PadOf,
  ({ counts: a, ...before }, { counts: b, ...after }) =>
    before.item === after.item &&
    before.severities === after.severities &&
    before.chosen === after.chosen &&
    before.onMark === after.onMark &&
    [after.severities.main, ...after.severities.others].every(({ id }) => a[id] === b[id]),
);

/** Long words are set tighter rather than cut; never under 16 px on the marking screen. */
function SmallWord({ word }: { readonly word: string }) {
  return <span style={{ letterSpacing: word.length > 8 ? '-0.045em' : undefined }}>{word}</span>;
}
