import { memo, useMemo } from 'react';
import { styled } from '@mui/material/styles';
import {
  markWords,
  secondsSince,
  clockText,
  type Drive,
  type DriveMark,
  type Judgement,
} from '../../../core/marking';

import { compileStandard, type Standard } from '../../../core/standard';
import { compareInstants } from '../../../core/time';
import { useJudged, type DriveHere } from '../../data/log';
import { colour, Glyph, FlagSign, severityWord, tokens } from '../../parts/ui';

export interface TapeActions {
  readonly onUndo: (event: string, what: string) => void;
  /** Opens the severity guide for a mark. */
  readonly onGuide: (event: string, item: string) => void;
}

interface Props extends TapeActions {
  readonly drive: DriveHere;
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
  // Painted by itself: a row that only moves down is not painted again.
  contain: 'content',
  '& button:focus-visible': { outlineOffset: -3 },
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
export function Tape({ drive, most, onUndo, onGuide }: Props) {
  const {
    standard,
    mock: { startedAt },
  } = drive;
  const judgement = useJudged(drive, (whole) => whole);
  const entries = useMemo(() => tapeEntries(judgement, most), [judgement, most]);
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

interface TapeEntry {
  readonly id: string;
  readonly n: number;
  readonly at: string;
  readonly mark: DriveMark | null;
  readonly flag: boolean;
  /** What it is when it is no mark. */
  readonly label: string;
  readonly counts: boolean;
}

/** What the tape shows of a drive, newest first. */
function tapeEntries({ marks, drive }: Judgement, most: number): readonly TapeEntry[] {
  const flags = drive.flags.filter(({ state }) => state === 'unsorted');
  const all: readonly Noted[] = [
    ...marks.map((mark, n) => ({ n, at: mark.at, mark })),
    ...flags.map((flag, n) => ({ n, at: flag.at, flag })),
    ...drive.interventions.map((stepIn, n) => ({ n, at: stepIn.at, stepIn })),
  ];
  return all
    .toSorted((a, b) => compareInstants(b.at, a.at) || b.n - a.n)
    .slice(0, most)
    .map(entryOf);
}

/** Something noted in a drive, before it is put into words. */
interface Noted {
  /** Which of its kind it is. */
  readonly n: number;
  readonly at: string;
  readonly mark?: Judgement['marks'][number];
  readonly flag?: Drive['flags'][number];
  readonly stepIn?: Drive['interventions'][number];
}

function entryOf({ n, at, mark, flag, stepIn }: Noted): TapeEntry {
  return {
    id: mark?.by ?? flag?.id ?? stepIn?.id ?? '',
    n,
    at,
    mark: mark ?? null,
    flag: flag !== undefined,
    label: flag ? 'Flag, to sort' : stepIn ? `I stepped in: ${stepIn.by}` : '',
    counts: mark === undefined || mark.uncounted === null,
  };
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
  // One text and not four: each is laid out by itself.
  const under = `${minute} ${severity ? severityWord(severity).toLowerCase() : ''}${entry.counts ? '' : ', not counted'}${gradable ? ', ' : ''}`;
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
            {under}
            {gradable ? <u>change</u> : null}
          </small>
        </span>
      </What>
      <Act type="button" onClick={() => onUndo(entry.id, what)} aria-label={`Undo ${label}`}>
        Undo
      </Act>
    </Line>
  );
}
