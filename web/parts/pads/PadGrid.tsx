import { Box, Typography } from '@mui/material';
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
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: columns === 3 ? '1fr 1fr' : '1fr',
          md: `repeat(${columns}, minmax(0, 1fr))`,
        },
        gap: { xs: 0.75, md: 1 },
        alignContent: 'start',
        ...(fill
          ? {
              flex: '1 0 auto',
              gridAutoRows: { md: 'minmax(104px, 1fr)' },
              maxHeight: { md: Math.ceil(placed.length / columns) * MOST_HEIGHT },
            }
          : {}),
      }}
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
    </Box>
  );
}
