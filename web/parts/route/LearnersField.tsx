import { MenuItem, TextField } from '@mui/material';
import { useLearnerRoads } from './useLearnerRoads';

interface Props {
  /** Licence class; empty for the usual one. */
  readonly value: string;
  readonly onChange: (licenceClass: string) => void;
}

/** Whose learners a route is for: it says which roads are closed to them. Nothing where all are of one class. */
export function LearnersField({ value, onChange }: Props) {
  const { classes, usual } = useLearnerRoads();
  const chosen = value || usual;
  if (classes.length < 2 && chosen === usual) return null;
  return (
    <TextField
      select
      label="For learners of"
      value={chosen}
      onChange={(event) => onChange(event.target.value)}
      helperText="Roads that are closed to them are set under School, Settings."
    >
      {[...new Set([...classes, chosen])].map((licenceClass) => (
        <MenuItem key={licenceClass} value={licenceClass}>
          {licenceClass}
        </MenuItem>
      ))}
    </TextField>
  );
}
