import { TextField } from '@mui/material';
import { memo } from 'react';

interface Props {
  readonly letters: string;
  readonly onType: (letters: string) => void;
}

/** Letters find any mark of the standard; they can be typed wherever the focus is. */
export const SearchField = memo(function SearchField({ letters, onType }: Props) {
  return (
    <TextField
      fullWidth
      hiddenLabel
      placeholder="Type letters to find any mark"
      value={letters}
      onChange={(event) => onType(event.target.value)}
      slotProps={{
        htmlInput: { 'data-deck-search': true, 'aria-label': 'Find by letters', autoComplete: 'off' },
        input: { sx: { minHeight: 72, fontSize: 20 } },
      }}
    />
  );
});
