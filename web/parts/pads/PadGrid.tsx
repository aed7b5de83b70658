import type { CSSProperties } from 'react';
import { Typography } from '@mui/material';
import { styled } from '@mui/material/styles';
import type { Judgement } from '../../../core/marking';
import type { Item, PlacedItem, Severity, Standard } from '../../../core/standard';
import { colour } from '../ui';
import { Pad } from './Pad';
import { padSeverities } from './padSeverities';

interface Props {
  readonly standard: Standard;
  readonly placed: readonly PlacedItem[];
  readonly judgement: Judgement;
  /** Which pad the Enter key would mark, when letters were typed. */
  readonly chosen: number | null;
  readonly onMark: (item: Item, severity: Severity) => void;
  readonly empty: string;
  /** They fill the height that there is, each up to a size. */
  readonly fill?: boolean;
  /** Pads side by side on a wide screen; on a phone one less than three, or one. */
  readonly columns?: 2 | 3;
  /** The gravest severity first, after the instructor had to act. */
  readonly grave?: boolean;
}

/** A pad that fills its height grows no higher than this, in pixels. */
const MOST_HEIGHT = 190;

const none: Readonly<Record<string, number>> = {};
/** Marks by item and severity. */
function countsByItem({ marks }: Judgement): ReadonlyMap<string, Readonly<Record<string, number>>> {
  const counts = new Map<string, Record<string, number>>();
  for (const { item, severity } of marks) {
    const own = counts.get(item) ?? {};
    own[severity] = (own[severity] ?? 0) + 1;
    counts.set(item, own);
  }
  return counts;
}

export function PadGrid({
  standard,
  placed,
  judgement,
  chosen,
  onMark,
  empty,
  fill = false,
  columns = 2,
  grave = false,
}: Props) {
  if (placed.length === 0)
    return <Typography sx={{ p: 3, fontSize: 18, color: colour('soft') }}>{empty}</Typography>;
  const counts = countsByItem(judgement);
  return (
    <Grid
      data-columns={columns}
      data-fill={fill}
      style={{ [MOST]: `${Math.ceil(placed.length / columns) * MOST_HEIGHT}px` } as CSSProperties}
    >
      {placed.map(({ item }, n) => {
        const severities = padSeverities(standard, item, grave);
        return severities ? (
          <Pad
            key={item.id}
            {...{ item, severities, onMark }}
            counts={counts.get(item.id) ?? none}
            chosen={n === chosen}
          />
        ) : null;
      })}
    </Grid>
  );
}

const MOST = '--most-height';

const Grid = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: '1fr',
  '&[data-columns="3"]': { gridTemplateColumns: '1fr 1fr' },
  gap: 6,
  alignContent: 'start',
  '&[data-fill="true"]': { flex: '1 0 auto' },
  [theme.breakpoints.up('md')]: {
    gap: 8,
    '&[data-columns="2"]': { gridTemplateColumns: 'repeat(2, minmax(0, 1fr))' },
    '&[data-columns="3"]': { gridTemplateColumns: 'repeat(3, minmax(0, 1fr))' },
    '&[data-fill="true"]': { gridAutoRows: 'minmax(104px, 1fr)', maxHeight: `var(${MOST})` },
  },
}));
