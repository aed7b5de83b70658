import { memo, useEffect, useState } from 'react';
import { styled } from '@mui/material/styles';
import { openRun, runClockText } from '../../../core/marking';
import { limitsInView, type LimitInView } from '../../../core/session';
import { isElapsed, isTimed, limitOf, scopedTitle, titleInRun, type Standard } from '../../../core/standard';
import { useJudged, type DriveHere } from '../../data/log';
import { colour } from '../../parts/ui';
import { sameData } from './same';

interface Props {
  readonly drive: DriveHere;
}

/** The limits nearest to their end; while a manoeuvre runs, its own apart from those of the test. */
export function HeadroomPanel({ drive }: Props) {
  const { standard } = drive;
  const run = useRunNow(drive);
  const rows = useLimits(drive, run === undefined ? 5 : 7);
  const own = rows.filter((row) => isOfRun(row, run));
  const others = rows.filter((row) => !isOfRun(row, run));
  const list = (title: string, of: readonly LimitInView[]) =>
    of.length > 0 ? (
      <>
        <p style={{ margin: 0, fontSize: 16, color: colour('soft') }}>{title}</p>
        {of.map((row) => (
          <HeadroomRow key={keyOf(row)} {...{ standard, row }} ofRun={of === own} />
        ))}
      </>
    ) : null;
  return (
    <section aria-label="Limits">
      {list('This manoeuvre', own)}
      {list(own.length > 0 ? 'The whole test' : `Left, ${standard.title}`, others)}
    </section>
  );
}

/** The two limits nearest to their end, beside each other, for an upright phone. */
export function HeadroomPair({ drive }: Props) {
  const run = useRunNow(drive);
  const rows = useLimits(drive, 2);
  return (
    <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 8 }}>
      {rows.map((row) => (
        <HeadroomRow
          key={keyOf(row)}
          standard={drive.standard}
          row={row}
          // The panel above the pair says which manoeuvre it is.
          ofRun={isOfRun(row, run)}
        />
      ))}
    </div>
  );
}

/** The run of a manoeuvre that is under way. */
const useRunNow = (drive: DriveHere) => useJudged(drive, (judgement) => openRun(judgement.drive)?.run);

const isOfRun = ({ scope }: LimitInView, run: string | undefined): boolean =>
  run !== undefined && 'run' in scope && scope.run === run;

const keyOf = ({ limit, scope }: LimitInView): string => `${limit} ${JSON.stringify(scope)}`;

/** So many limits at most, those nearest to their end; others only when one of their numbers is other. */
const useLimits = (drive: DriveHere, most: number): readonly LimitInView[] =>
  useJudged(
    drive,
    (judgement) => limitsInView(drive.standard, judgement, drive.mock.startedAt, most),
    sameData,
  );

/** Drawn again only when its numbers are other. */
const HeadroomRow = memo(HeadroomLine, (before, after) => {
  const [a, b] = [before.row, after.row];
  return (
    before.standard === after.standard &&
    before.ofRun === after.ofRun &&
    a.limit === b.limit &&
    a.total === b.total &&
    a.max === b.max &&
    a.runsSince === b.runsSince &&
    JSON.stringify(a.scope) === JSON.stringify(b.scope)
  );
});

interface RowProps {
  readonly standard: Standard;
  readonly row: LimitInView;
  /** It is of the manoeuvre under way, which is named beside it. */
  readonly ofRun: boolean;
}

const SECOND = 1_000;

type Limit = NonNullable<ReturnType<typeof limitOf>>;

function HeadroomLine(props: RowProps) {
  const { runsSince } = props.row;
  return runsSince === null ? <Row {...props} /> : <TimedRow {...props} since={runsSince} />;
}

/** Seconds are counted when the run stops; until then the row counts them itself. */
function TimedRow({ row, since, ...props }: RowProps & { readonly since: string }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), SECOND);
    return () => clearInterval(timer);
  }, []);
  const total = Math.max(0, Math.floor((now - Date.parse(since)) / SECOND));
  return <Row {...props} row={{ ...row, total, left: row.max - total }} />;
}

function Row({ standard, row, ofRun }: RowProps) {
  const { left, max, total, scope } = row;
  const limit = limitOf(standard, row.limit);
  if (!limit) return null;
  const over = left < 0;
  const untouched = max === 0 && total === 0;
  const amount = amountText(limit);
  const bigText = untouched ? 'none' : amount(Math.abs(left));
  const near = !over && max > 0 && left <= Math.max(1, max * 0.25);
  return (
    <Line style={{ color: colour(over ? 'jasper' : near ? 'ochre' : 'ink') }}>
      <Amount>
        <b data-long={Math.min(4, bigText.length)}>{bigText}</b>
        <span>{over ? 'over' : untouched ? 'allowed' : 'left'}</span>
      </Amount>
      <What>
        <b>
          {isElapsed(limit.of)
            ? 'Time of the whole test'
            : (ofRun ? titleInRun : scopedTitle)(standard, limit, scope)}
        </b>
        <span style={{ color: colour(over ? 'jasper' : 'soft') }}>{rowWords(row, amount)}</span>
      </What>
    </Line>
  );
}

/** Numbers of a limit as they are read; those of time say so, and long times are minutes and seconds. */
function amountText({ of, max }: Limit): (amount: number) => string {
  if (!isTimed(of) && !isElapsed(of)) return String;
  return max < LONG ? (seconds) => `${Math.round(10 * seconds) / 10} s` : runClockText;
}

/** From this many seconds, time is shown in minutes. */
const LONG = 600;

function rowWords({ left, max, total }: LimitInView, amount: (of: number) => string): string {
  if (left < 0) return max === 0 ? `${total}, none allowed` : `${amount(total)}, at most ${amount(max)}`;
  return max === 0 ? 'none so far' : `${amount(total)} of ${amount(max)} used`;
}

const Line = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'minmax(48px, auto) 1fr',
  [theme.breakpoints.up('md')]: { gridTemplateColumns: 'minmax(64px, auto) 1fr' },
  columnGap: 12,
  alignItems: 'center',
  minHeight: 60,
  paddingBlock: 4,
  borderBottom: `1px solid ${colour('line')}`,
}));

/** What is left, as large as its letters allow. */
const Amount = styled('div')(({ theme }) => ({
  textAlign: 'right',
  lineHeight: 1,
  '& b': { display: 'block', whiteSpace: 'nowrap' },
  '& [data-long="1"], & [data-long="2"]': { fontSize: 30 },
  '& [data-long="3"]': { fontSize: 24 },
  '& [data-long="4"]': { fontSize: 18 },
  [theme.breakpoints.up('md')]: {
    '& [data-long="1"], & [data-long="2"]': { fontSize: 34 },
    '& [data-long="3"]': { fontSize: 30 },
    '& [data-long="4"]': { fontSize: 22 },
  },
  '& span': { display: 'block', fontSize: 16, lineHeight: 1.1 },
}));

const What = styled('div')({
  lineHeight: 1.2,
  '& b': { display: 'block', fontSize: 17, color: colour('ink') },
  '& span': { display: 'block', fontSize: 16 },
});
