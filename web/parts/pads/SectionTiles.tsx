import { memo } from 'react';
import { Box } from '@mui/material';
import { styled } from '@mui/material/styles';
import type { Section } from '../../../core/standard';
import { colour, tokens } from '../ui';

const Tile = styled('button')({
  font: 'inherit',
  fontSize: 17,
  lineHeight: 1.15,
  color: colour('ink'),
  background: colour('card'),
  border: `1px solid ${colour('line')}`,
  borderRadius: tokens.radius,
  minHeight: tokens.deckTouch,
  padding: '4px 6px',
  cursor: 'pointer',
  touchAction: 'manipulation',
  hyphens: 'auto',
  overflowWrap: 'anywhere',
  '&[aria-pressed="true"]': {
    background: colour('ink'),
    color: colour('paper'),
    borderColor: colour('ink'),
    fontWeight: 700,
  },
});

interface Props {
  readonly sections: readonly Section[];
  /** What stands before the areas, under the name that it has now. */
  readonly first?: string;
  readonly firstChosen?: boolean;
  readonly chosen: string | null;
  /** Null: what stands before the areas. */
  readonly onChoose: (id: string | null) => void;
  /** Tiles side by side; none: one row that scrolls sideways. */
  readonly columns: number;
}

/** The areas of the standard; the chosen one shows its pads. */
export const SectionTiles = memo(function SectionTiles({
  sections,
  first,
  firstChosen = false,
  chosen,
  onChoose,
  columns,
}: Props) {
  return (
    <Box
      role="group"
      aria-label="Areas"
      sx={
        columns > 0
          ? { display: 'grid', gridTemplateColumns: `repeat(${columns}, 1fr)`, gap: 0.5 }
          : {
              display: 'grid',
              gridAutoFlow: 'column',
              gridAutoColumns: '118px',
              gap: 0.9,
              overflowX: 'auto',
              pb: 0.5,
            }
      }
    >
      {first ? (
        <Tile
          type="button"
          aria-pressed={firstChosen}
          onClick={() => onChoose(null)}
          style={columns > 0 ? { gridColumn: '1 / -1' } : undefined}
        >
          {first}
        </Tile>
      ) : null}
      {sections.map(({ id, title }) => (
        <Tile key={id} type="button" aria-pressed={id === chosen} onClick={() => onChoose(id)}>
          {title}
        </Tile>
      ))}
    </Box>
  );
});
