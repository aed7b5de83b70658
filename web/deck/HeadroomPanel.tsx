import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import { openRun, type Judgement } from '../../core/marking';
import { limitOf, scopedTitle, type Headroom, type Standard } from '../../core/standard';
import { colour } from '../ui';

/**
 * The limits worth an eye now: faults and points over the whole test; all others once something counts in
 * them, the narrow ones when little is left or when they are of the run that is going on. Gone ones first, then by the share that is left.
 */
export function headroomInView(standard: Standard, judgement: Judgement, most: number): readonly Headroom[] {
  const run = openRun(judgement.drive)?.run ?? null;
  return judgement.headroom
    .filter((row) => !atRest(standard, row, run))
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, most);
}

function atRest(standard: Standard, row: Headroom, run: string | null): boolean {
  const { limit: id, scope, total, left, max } = row;
  if ('run' in scope && scope.run === run && total > 0) return false;
  const of = limitOf(standard, id)?.of;
  if (scope.per === 'test') return total === 0 && of !== 'faults' && of !== 'points';
  return total === 0 || left > Math.max(1, max / 2);
}

/** Gone, then counted limits by the share that is left, then limits of none that nothing has touched. */
function rank({ left, max, total }: Headroom): number {
  if (left < 0) return -1_000 + left;
  return max === 0 ? (total === 0 ? 1_000 : 0) : left / max;
}

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
}

export function HeadroomPanel({ standard, judgement }: Props) {
  return (
    <Box component="section" aria-label="Headroom">
      <Typography sx={{ fontSize: 16, color: colour('soft') }}>Still left, {standard.title}</Typography>
      {headroomInView(standard, judgement, 5).map((row) => (
        <HeadroomRow key={`${row.limit} ${JSON.stringify(row.scope)}`} standard={standard} row={row} />
      ))}
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
    JSON.stringify(a.scope) === JSON.stringify(b.scope)
  );
});

function HeadroomLine({ standard, row }: { readonly standard: Standard; readonly row: Headroom }) {
  const { left, max, total } = row;
  const limit = limitOf(standard, row.limit);
  if (!limit) return null;
  const gone = left < 0;
  const bigText = gone ? `+${-left}` : max === 0 ? 'none' : String(left);
  const near = !gone && max > 0 && left <= Math.max(1, max * 0.25);
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
      }}
    >
      <Typography
        sx={{
          fontSize:
            bigText.length > 3
              ? { xs: 18, md: 22 }
              : bigText.length > 2
                ? { xs: 24, md: 30 }
                : { xs: 32, md: 36 },
          fontWeight: 700,
          lineHeight: 1,
          textAlign: 'right',
          color: gone ? colour('jasper') : near ? colour('ochre') : colour('ink'),
        }}
      >
        {bigText}
      </Typography>
      <Box>
        <Typography sx={{ fontSize: 17, fontWeight: 700, lineHeight: 1.2 }}>
          {scopedTitle(standard, limit, row.scope)}
        </Typography>
        <Typography sx={{ fontSize: 16, lineHeight: 1.2, color: gone ? colour('jasper') : colour('soft') }}>
          {rowWords(row, total)}
        </Typography>
      </Box>
    </Box>
  );
}

function rowWords({ left, max }: Headroom, total: number): string {
  if (left < 0) return max === 0 ? `${total}, none allowed` : `${total}, at most ${max}`;
  if (max === 0) return 'allowed; none so far';
  return `${total} of ${max} used`;
}
