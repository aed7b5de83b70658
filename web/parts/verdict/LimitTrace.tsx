import { Box, Typography } from '@mui/material';
import { clockText, leftWords } from '../../../core/marking';
import type { Report, ReportLimit, ReportMark } from '../../../core/report';
import { colour, Glyph, OpeningRow } from '../ui';

/** Every limit with its arithmetic; each opens to the marks that made its total. */
export function LimitTrace({ report }: { readonly report: Report }) {
  return (
    <Box component="section" aria-labelledby="limits">
      <Typography variant="h2" id="limits" sx={{ mb: 1 }}>
        Every limit, nearest first
      </Typography>
      {report.limits.map((limit) => (
        <LimitRow key={`${limit.id} ${JSON.stringify(limit.scope)}`} limit={limit} marks={report.marks} />
      ))}
    </Box>
  );
}

interface RowProps {
  readonly limit: ReportLimit;
  readonly marks: readonly ReportMark[];
}

function LimitRow({ limit, marks }: RowProps) {
  const gone = limit.left < 0;
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
          <Typography sx={{ fontWeight: 700 }}>{limit.title}</Typography>
          <UsedBar limit={limit} />
          <Typography
            sx={{ textAlign: 'right', fontWeight: 700, color: gone ? colour('jasper') : 'inherit' }}
          >
            {leftWords(limit)}
          </Typography>
        </Box>
      }
    >
      <Typography sx={{ color: 'text.secondary' }}>{limit.because}</Typography>
      <Typography sx={{ my: 1 }}>
        {limit.total} in all, at most {limit.max}: {limit.max} − {limit.total} = {signed(limit.left)}.
        {limit.exceeded ? ` Exceeded at ${clockText(limit.exceeded.seconds)}.` : ''}
      </Typography>
      <TraceMarks {...{ limit, marks }} />
    </OpeningRow>
  );
}

/** With a true minus sign. */
const signed = (value: number): string => (value < 0 ? `−${-value}` : String(value));

function UsedBar({ limit: { total, max, left } }: { readonly limit: ReportLimit }) {
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

function TraceMarks({ limit, marks: all }: RowProps) {
  const deciding = limit.exceeded?.by ?? null;
  const marks = limit.marks.flatMap((place) => all[place] ?? []);
  if (marks.length === 0)
    return (
      <Typography variant="body2">
        {limit.times === 0
          ? 'Nothing has counted here.'
          : `Counted ${limit.times === 1 ? 'once' : `${limit.times} times`}, not from marks.`}
      </Typography>
    );
  return (
    <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {marks.map((mark, n) => {
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
            <span>{clockText(mark.seconds)}</span>
            <Glyph gravity={mark.gravity} size={18} />
            <span>
              {mark.label}, {mark.grade.toLowerCase()}
              {mark.by === deciding ? '. This one went past the limit.' : ''}
            </span>
          </Box>
        );
      })}
    </Box>
  );
}
