import { MenuItem, TextField } from '@mui/material';

/** How long a link to something works. */
export function EndsAfter({
  days,
  choices,
  onChoose,
}: {
  readonly days: number;
  readonly choices: readonly number[];
  readonly onChoose: (days: number) => void;
}) {
  return (
    <TextField
      select
      label="Ends after"
      value={days}
      onChange={(event) => onChoose(Number(event.target.value))}
      sx={{ minWidth: 140 }}
    >
      {choices.map((count) => (
        <MenuItem key={count} value={count}>
          {count} days
        </MenuItem>
      ))}
    </TextField>
  );
}
