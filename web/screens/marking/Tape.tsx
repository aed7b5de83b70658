import { memo } from 'react';
import { styled } from '@mui/material/styles';
import { markWords, secondsSince, clockText, type DriveMark, type Judgement } from '../../../core/marking';

import { compileStandard, type Standard } from '../../../core/standard';
import { colour, Glyph, FlagSign, severityWord, tokens } from '../../parts/ui';

export interface TapeActions {
  readonly onUndo: (event: string, what: string) => void;
  /** Opens the severity guide for a mark. */
  readonly onGuide: (event: string, item: string) => void;
}

interface Props extends TapeActions {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly most: number;
}

const Act = styled('button')({
  font: 'inherit',
  fontSize: 16,
  color: colour('ink'),
  background: 'none',
  border: `1px solid ${colour('line')}`,
  borderRadius: tokens.radius,
  minWidth: tokens.deckTouch,
  minHeight: tokens.deckTouch,
  padding: '0 6px',
  cursor: 'pointer',
  '&:active': { background: colour('wash') },
});

const Line = styled('li')({
  display: 'grid',
  gridTemplateColumns: '1fr auto',
  columnGap: 8,
  alignItems: 'center',
  paddingBlock: 2,
  borderBottom: `1px solid ${colour('line')}`,
});

/** The mark itself: a touch opens the severity guide, with its other grades. */
const What = styled('button')({
  font: 'inherit',
  fontSize: 16,
  lineHeight: 1.2,
  color: colour('ink'),
  background: 'none',
  border: 0,
  padding: '0 4px 0 0',
  minHeight: tokens.deckTouch,
  display: 'grid',
  gridTemplateColumns: '24px 1fr',
  columnGap: 10,
  alignItems: 'center',
  textAlign: 'left',
  '&:enabled': { cursor: 'pointer' },
  '& small': { fontSize: 16, color: colour('soft'), display: 'block' },
  '& u': { color: colour('slate') },
});

/** The last marks and flags, newest first, each with undo; marks with another severity too. */
export function Tape({ standard, judgement, startedAt, most, onUndo, onGuide }: Props) {
  const entries = tapeEntries(judgement).slice(0, most);
  return (
    <section aria-label="Last marks">
      <p style={{ margin: '0 0 4px', fontSize: 16, color: colour('soft') }}>Last marks</p>
      {entries.length === 0 ? (
        <p style={{ margin: 0, fontSize: 17 }}>Nothing marked yet. A touch on a pad marks it.</p>
      ) : null}
      <ol style={{ listStyle: 'none', margin: 0, padding: 0 }}>
        {entries.map((entry) => (
          <TapeRow key={`${entry.id} ${entry.n}`} {...{ entry, standard, startedAt, onUndo, onGuide }} />
        ))}
      </ol>
    </section>
  );
}

export interface TapeEntry {
  readonly id: string;
  readonly n: number;
  readonly at: string;
  readonly mark: DriveMark | null;
  readonly flag: boolean;
  /** What it is when it is no mark. */
  readonly label: string;
  readonly counts: boolean;
}

export function tapeEntries({ marks, drive }: Judgement): readonly TapeEntry[] {
  const flags = drive.flags.filter(({ state }) => state === 'unsorted');
  return [
    ...marks.map((mark, n) => ({
      id: mark.by,
      n,
      at: mark.at,
      mark,
      flag: false,
      label: '',
      counts: mark.uncounted === null,
    })),
    ...flags.map(({ id, at }, n) => ({
      id,
      n,
      at,
      mark: null,
      flag: true,
      label: 'Flag, to sort',
      counts: true,
    })),
    ...drive.interventions.map(({ id, at, by }, n) => ({
      id,
      n,
      at,
      mark: null,
      flag: false,
      label: `I stepped in: ${by}`,
      counts: true,
    })),
  ]
    .map((entry) => ({ entry, time: Date.parse(entry.at) }))
    .sort((a, b) => b.time - a.time || b.entry.n - a.entry.n)
    .map(({ entry }) => entry);
}

/** Drawn again only when something of its own is other. */
const TapeRow = memo(TapeLine, (before, after) => {
  const [a, b] = [before.entry, after.entry];
  return (
    before.standard === after.standard &&
    before.onUndo === after.onUndo &&
    before.onGuide === after.onGuide &&
    a.id === b.id &&
    a.label === b.label &&
    a.counts === b.counts &&
    a.mark?.item === b.mark?.item &&
    a.mark?.severity === b.mark?.severity
  );
});

function TapeLine({
  entry,
  standard,
  startedAt,
  onUndo,
  onGuide,
}: { readonly entry: TapeEntry; readonly standard: Standard; readonly startedAt: string } & TapeActions) {
  const { itemOf, severities } = compileStandard(standard);
  const { mark } = entry;
  const item = mark ? itemOf(mark.item).item : null;
  const severity = mark ? severities.get(mark.severity) : null;
  const label = item?.label ?? entry.label;
  const minute = clockText(secondsSince(startedAt, entry.at)).slice(-5);
  const what = mark ? markWords(standard, mark) : entry.label;
  const gradable = item !== null && item.severities.length > 1 && severity;
  return (
    <Line>
      <What
        type="button"
        disabled={!gradable}
        aria-haspopup={gradable ? 'dialog' : undefined}
        aria-label={gradable ? `How grave was it? ${label}` : undefined}
        onClick={() => item && onGuide(entry.id, item.id)}
      >
        {severity ? <Glyph gravity={severity.gravity} size={20} /> : entry.flag ? <FlagSign /> : <span />}
        <span>
          {label}
          <small>
            {minute} {severity ? severityWord(severity).toLowerCase() : ''}
            {entry.counts ? '' : ', not counted'}
            {gradable ? (
              <>
                , <u>change</u>
              </>
            ) : null}
          </small>
        </span>
      </What>
      <Act type="button" onClick={() => onUndo(entry.id, what)} aria-label={`Undo ${label}`}>
        Undo
      </Act>
    </Line>
  );
}
