import { MenuItem, TextField } from '@mui/material';
import type { StandardAsked } from './useStandardAsked';

export function StandardSelect({ standard, standards, choose }: StandardAsked) {
  return (
    <TextField
      select
      label="Under the standard"
      value={standard?.id ?? ''}
      onChange={(event) => choose(event.target.value)}
      sx={{ minWidth: 260 }}
    >
      {standards.map(({ id, title }) => (
        <MenuItem key={id} value={id}>
          {title}
        </MenuItem>
      ))}
    </TextField>
  );
}
