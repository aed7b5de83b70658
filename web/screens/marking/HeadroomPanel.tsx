import { memo, useEffect, useState } from 'react';
import { Box, Typography } from '@mui/material';
import { openRun, runClockText, type Judgement } from '../../../core/marking';
import { limitsInView, type LimitInView } from '../../../core/session';
import { isElapsed, isTimed, limitOf, scopedTitle, type Standard } from '../../../core/standard';
import { colour } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
}

/** The limits nearest to their end; while a manoeuvre runs, its own apart from those of the test. */
export function HeadroomPanel({ standard, judgement, startedAt }: Props) {
  const run = openRun(judgement.drive)?.run;
  const ofRun = ({ scope }: LimitInView) => run !== undefined && 'run' in scope && scope.run === run;
  const rows = limitsInView(standard, judgement, startedAt, run === undefined ? 5 : 7);
  const own = rows.filter(ofRun);
  const list = (title: string, of: readonly LimitInView[]) =>
    of.length > 0 ? (
      <>
        <Typography sx={{ fontSize: 16, color: colour('soft') }}>{title}</Typography>
        {of.map((row) => (
          <HeadroomRow key={`${row.limit} ${JSON.stringify(row.scope)}`} standard={standard} row={row} />
        ))}
      </>
    ) : null;
  return (
    <Box component="section" aria-label="Limits">
      {list('This manoeuvre', own)}
      {list(
        own.length > 0 ? 'The whole test' : `Left, ${standard.title}`,
        rows.filter((row) => !ofRun(row)),
      )}
    </Box>
  );
}

/** Drawn again only when its numbers are other. */
export const HeadroomRow = memo(HeadroomLine, (before, after) => {
  const [a, b] = [before.row, after.row];
  return (
    before.standard === after.standard &&
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
}

const SECOND = 1_000;

type Limit = NonNullable<ReturnType<typeof limitOf>>;

function HeadroomLine({ standard, row }: RowProps) {
  return row.runsSince === null ? (
    <Row {...{ standard, row }} />
  ) : (
    <TimedRow {...{ standard, row }} since={row.runsSince} />
  );
}

/** Seconds are counted when the run stops; until then the row counts them itself. */
function TimedRow({ standard, row, since }: RowProps & { readonly since: string }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), SECOND);
    return () => clearInterval(timer);
  }, []);
  const total = Math.max(0, Math.floor((now - Date.parse(since)) / SECOND));
  return <Row standard={standard} row={{ ...row, total, left: row.max - total }} />;
}

function Row({ standard, row }: RowProps) {
  const { left, max, total } = row;
  const limit = limitOf(standard, row.limit);
  if (!limit) return null;
  const over = left < 0;
  const untouched = max === 0 && total === 0;
  const amount = amountText(limit);
  const bigText = untouched ? 'none' : amount(Math.abs(left));
  const near = !over && max > 0 && left <= Math.max(1, max * 0.25);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '48px 1fr', md: '64px 1fr' },
        columnGap: 1.5,
        alignItems: 'center',
        minHeight: 60,
        py: 0.5,
        borderBottom: `1px solid ${colour('line')}`,
        color: over ? colour('jasper') : near ? colour('ochre') : colour('ink'),
      }}
    >
      <Box sx={{ textAlign: 'right', lineHeight: 1 }}>
        <Typography
          component="span"
          sx={{
            display: 'block',
            fontSize:
              bigText.length > 3
                ? { xs: 18, md: 22 }
                : bigText.length > 2
                  ? { xs: 24, md: 30 }
                  : { xs: 30, md: 34 },
            fontWeight: 700,
            lineHeight: 1,
          }}
        >
          {bigText}
        </Typography>
        <Typography component="span" sx={{ display: 'block', fontSize: 16, lineHeight: 1.1 }}>
          {over ? 'over' : untouched ? 'allowed' : 'left'}
        </Typography>
      </Box>
      <Box sx={{ color: colour('ink') }}>
        <Typography sx={{ fontSize: 17, fontWeight: 700, lineHeight: 1.2 }}>
          {isElapsed(limit.of) ? 'Time of the whole test' : scopedTitle(standard, limit, row.scope)}
        </Typography>
        <Typography sx={{ fontSize: 16, lineHeight: 1.2, color: over ? colour('jasper') : colour('soft') }}>
          {rowWords(row, amount)}
        </Typography>
      </Box>
    </Box>
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
