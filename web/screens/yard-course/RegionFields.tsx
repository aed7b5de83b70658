import { Box, MenuItem, TextField, Typography } from '@mui/material';
import type { Course } from '../../../core/yard';
import type { Path } from '../../parts/form';
import { NumberField } from '../../parts/ui';
import { FormulaField } from '../../parts/yard';
import { Pair, setterOf, type FormProps } from './pieces';

type Region = Course['start'];

/** Where one end of the vehicle may stand, and how it points. */
export function RegionFields({
  draft,
  change,
  path,
  region,
}: FormProps & { readonly path: Path; readonly region: Region }) {
  const set = setterOf(change);
  const parameters = draft.parameters.map(({ id }) => id);
  const bound = (axis: 'x' | 'y', end: 0 | 1, label: string) => (
    <FormulaField
      label={label}
      value={region[axis][end]}
      parameters={parameters}
      onLength={(next) => set([...path, axis, end], next)}
    />
  );
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Typography variant="body2">
        The middle of the {region.of} end stops in this box
        {region.frame ? `, measured from ${region.frame.replaceAll('-', ' ')}` : ''}:
      </Typography>
      <Pair>
        {bound('x', 0, 'x from')}
        {bound('x', 1, 'x to')}
      </Pair>
      <Pair>
        {bound('y', 0, 'y from')}
        {bound('y', 1, 'y to')}
      </Pair>
      <Pair>
        <TextField
          select
          size="small"
          label="Which end"
          value={region.of}
          onChange={({ target }) => set([...path, 'of'], target.value)}
        >
          <MenuItem value="front">Front</MenuItem>
          <MenuItem value="rear">Rear</MenuItem>
        </TextField>
        <FormulaField
          label="Points to, degrees from x to the left"
          value={region.heading}
          parameters={parameters}
          onLength={(next) => set([...path, 'heading'], next)}
        />
        <NumberField
          size="small"
          label="May be off by, degrees"
          value={region.within}
          least={0}
          most={180}
          onNumber={(value) => {
            if (value !== null) set([...path, 'within'], value);
          }}
        />
      </Pair>
    </Box>
  );
}
