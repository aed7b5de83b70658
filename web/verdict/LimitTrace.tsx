import { Box, Typography } from '@mui/material';
import { clockText, type Judgement, leftWords, secondsSince } from '../../core/marking';
import { compileStandard, limitOf, scopedTitle, type Headroom, type Standard } from '../../core/standard';
import { colour, Glyph, severityWord, OpeningRow } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
}

/** Every limit with its arithmetic; each opens to the marks that made its total. */
export function LimitTrace({ standard, judgement, startedAt }: Props) {
  const rows = [...judgement.headroom].sort((a, b) => share(b) - share(a));
  return (
    <Box component="section" aria-labelledby="limits">
      <Typography variant="h2" id="limits" sx={{ mb: 1 }}>
        Every limit, nearest first
      </Typography>
      {rows.map((row) => (
        <LimitRow
          key={`${row.limit} ${JSON.stringify(row.scope)}`}
          row={row}
          {...{ standard, judgement, startedAt }}
        />
      ))}
    </Box>
  );
}

/** How much of a limit is used; a limit of none is at rest until it is broken. */
const share = ({ total, max }: Headroom): number => (max === 0 ? (total > 0 ? 10 : 0) : total / max);

function LimitRow({ row, standard, judgement, startedAt }: Props & { readonly row: Headroom }) {
  const limit = limitOf(standard, row.limit);
  if (!limit) return null;
  const breach = judgement.verdict.breaches.find(
    (entry) => entry.limit === row.limit && JSON.stringify(entry.scope) === JSON.stringify(row.scope),
  );
  const gone = row.left < 0;
  return (
    <OpeningRow
      summary={
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr auto', sm: '1fr minmax(120px, 240px) 110px' },
            alignItems: 'center',
            gap: 2,
            width: '100%',
            pr: 1,
          }}
        >
          <Typography sx={{ fontWeight: 700 }}>{scopedTitle(standard, limit, row.scope)}</Typography>
          <UsedBar row={row} />
          <Typography
            sx={{ textAlign: 'right', fontWeight: 700, color: gone ? colour('jasper') : 'inherit' }}
          >
            {leftWords(row)}
          </Typography>
        </Box>
      }
    >
      <Typography sx={{ color: 'text.secondary' }}>{limit.because}</Typography>
      <Typography sx={{ my: 1 }}>
        {row.total} in all, at most {row.max}: {row.max} − {row.total} = {signed(row.left)}.
        {breach ? ` Passed at ${sinceStart(breach.at, startedAt)}.` : ''}
      </Typography>
      <TraceMarks {...{ row, standard, judgement, startedAt }} deciding={breach?.by ?? null} />
    </OpeningRow>
  );
}

/** With a true minus sign. */
const signed = (value: number): string => (value < 0 ? `−${-value}` : String(value));

function UsedBar({ row: { total, max, left } }: { readonly row: Headroom }) {
  const used = max === 0 ? (total > 0 ? 1 : 0) : Math.min(1, total / max);
  return (
    <Box sx={{ display: { xs: 'none', sm: 'flex' }, alignItems: 'center', gap: 1.5 }}>
      <Box sx={{ flex: 1, height: 10, border: `1px solid ${colour('strongLine')}`, borderRadius: '3px' }}>
        <Box
          sx={{
            height: '100%',
            width: `${used * 100}%`,
            bgcolor: left < 0 ? colour('jasper') : used >= 0.75 ? colour('ochre') : colour('moss'),
          }}
        />
      </Box>
      <Typography sx={{ minWidth: 72, textAlign: 'right' }}>
        {max === 0 ? total : `${total} of ${max}`}
      </Typography>
    </Box>
  );
}

function TraceMarks({
  row,
  standard,
  judgement,
  startedAt,
  deciding,
}: Props & { row: Headroom; deciding: string | null }) {
  const from = new Set(row.from);
  const marks = judgement.marks.filter(({ by, uncounted }) => from.has(by) && uncounted === null);
  if (marks.length === 0)
    return (
      <Typography variant="body2">
        {row.from.length === 0
          ? 'Nothing has counted here.'
          : `Counted while marking ${row.from.length === 1 ? 'once' : `${row.from.length} times`}.`}
      </Typography>
    );
  const { itemOf, severities } = compileStandard(standard);
  return (
    <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {marks.map((mark, n) => {
        const severity = severities.get(mark.severity);
        return (
          <Box
            component="li"
            key={`${mark.by} ${n}`}
            sx={{
              display: 'grid',
              gridTemplateColumns: '80px 22px 1fr',
              gap: 1,
              alignItems: 'center',
              py: 0.6,
              px: 1,
              bgcolor: mark.by === deciding ? colour('wash') : 'transparent',
              fontWeight: mark.by === deciding ? 700 : 400,
            }}
          >
            <span>{sinceStart(mark.at, startedAt)}</span>
            {severity ? <Glyph gravity={severity.gravity} size={18} /> : <span />}
            <span>
              {itemOf(mark.item).item.label}
              {severity ? `, ${severityWord(severity).toLowerCase()}` : ''}
              {mark.by === deciding ? '. This one went past the limit.' : ''}
            </span>
          </Box>
        );
      })}
    </Box>
  );
}

const sinceStart = (at: string, startedAt: string): string => clockText(secondsSince(startedAt, at));
