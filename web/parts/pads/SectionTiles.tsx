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
  padding: '4px 3px',
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
  /** Opens the search, whose tile stands last. */
  readonly onFind?: () => void;
}

/** The areas of the standard; the chosen one shows its pads. */
export const SectionTiles = memo(function SectionTiles({
  sections,
  first,
  firstChosen = false,
  chosen,
  onFind,
  onChoose,
}: Props) {
  return (
    <Box
      role="group"
      aria-label="Areas"
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(102px, 1fr))', gap: 0.5 }}
    >
      {first ? (
        <Tile type="button" aria-pressed={firstChosen} onClick={() => onChoose(null)}>
          {first}
        </Tile>
      ) : null}
      {sections.map(({ id, title }) => (
        <Tile key={id} type="button" aria-pressed={id === chosen} onClick={() => onChoose(id)}>
          <Words of={title} />
        </Tile>
      ))}
      {onFind ? (
        <Tile type="button" onClick={onFind}>
          Find by letters
        </Tile>
      ) : null}
    </Box>
  );
});

/** A word that is too long for its tile is set tighter rather than broken. */
function Words({ of }: { readonly of: string }) {
  const long = of.split(' ').some((word) => word.length > 10);
  return <span style={long ? { letterSpacing: '-0.05em' } : undefined}>{of}</span>;
}
