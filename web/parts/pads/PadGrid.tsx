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
  /** Few and large, for what is likely now. */
  readonly large?: boolean;
  /** Something stands above them that takes a row, in pixels. */
  readonly above?: number;
  /** The gravest severity first, after the instructor had to act. */
  readonly grave?: boolean;
}

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
  large = false,
  above = 0,
  grave = false,
}: Props) {
  if (placed.length === 0)
    return <Typography sx={{ p: 3, fontSize: 18, color: colour('soft') }}>{empty}</Typography>;
  const counts = countsByItem(judgement);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' },
        gap: 1.25,
        alignContent: 'start',
        // Six pads fill the height that there is.
        gridAutoRows: {
          md: large ? `minmax(clamp(112px, calc((100dvh - ${316 + above}px) / 3), 190px), auto)` : 'auto',
        },
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
